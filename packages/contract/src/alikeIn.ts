/** Whether two things of a list are the same in these fields; whatever else stands in the list is no thing that can be. */
export const alikeIn =
  <T extends object>(...fields: readonly (keyof T)[]): ((x: T | null | undefined, y: T | null | undefined) => boolean) =>
  (x, y) =>
    typeof x === 'object' && x !== null && typeof y === 'object' && y !== null && fields.every((field) => x[field] === y[field]);
