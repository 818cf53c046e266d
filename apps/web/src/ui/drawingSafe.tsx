import type { FC } from 'react';
import { ErrorBoundary } from 'react-error-boundary';

/** A drawing that breaks says so in its place, until it is given something else to draw; what stands round it goes on. */
export function drawingSafe<P extends object>(Drawing: FC<P>): FC<P> {
  return function Safe(props) {
    return (
      <ErrorBoundary
        resetKeys={Object.values(props)}
        fallbackRender={({ error }) => (
          <p role="alert" className="border-2 border-edge bg-plate-low p-3">
            {`This drawing broke (${error instanceof Error ? error.message : 'no further words'}). The figures round it stand.`}
          </p>
        )}
      >
        <Drawing {...props} />
      </ErrorBoundary>
    );
  };
}
