import type { ReactNode } from 'react';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

/** An address that leads nowhere. */
export function NotFound(): ReactNode {
  return (
    <Aside title="There is nothing at this address">
      <p className="mb-4">It may have been mistyped, or the job was removed.</p>
    </Aside>
  );
}

/** A screen that broke. */
export function Broken(): ReactNode {
  const error = useRouteError();
  if (isRouteErrorResponse(error) && error.status === 404) return <NotFound />;
  return (
    <Aside title="This screen broke">
      <p className="mb-4">
        What was captured is safe with the server, and what was half typed is kept on this machine. Reload the page; if it breaks again, the line
        below helps whoever mends Tare.
      </p>
      <pre className="mb-4 overflow-auto bg-plate p-3 text-sm">{error instanceof Error ? error.message : 'No further words.'}</pre>
    </Aside>
  );
}

function Aside({ title, children }: { readonly title: string; readonly children: ReactNode }): ReactNode {
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="mb-3 text-3xl">{title}</h1>
      {children}
      <Link to="/" className="underline underline-offset-4">
        To the job list
      </Link>
    </main>
  );
}
