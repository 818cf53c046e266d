import type { KeyboardCoordinateGetter } from '@dnd-kit/core';

/** Arrows carry a part from column to column: the nearest one to the left or right of where it is held. */
export const stepToColumn: KeyboardCoordinateGetter = (
  event,
  { currentCoordinates, context: { droppableRects, droppableContainers, collisionRect } },
) => {
  const by = event.code === 'ArrowRight' ? 1 : event.code === 'ArrowLeft' ? -1 : 0;
  if (by === 0 || !collisionRect) return undefined;
  event.preventDefault();
  const middle = collisionRect.left + collisionRect.width / 2;
  const columns = droppableContainers
    .getEnabled()
    .flatMap(({ id }) => {
      const rect = droppableRects.get(id);
      return rect ? [{ x: rect.left + rect.width / 2 }] : [];
    })
    .filter(({ x }) => (by > 0 ? x > middle + 1 : x < middle - 1))
    .sort((a, b) => by * (a.x - b.x));
  const [next] = columns;
  return next ? { x: currentCoordinates.x + next.x - middle, y: currentCoordinates.y } : undefined;
};
