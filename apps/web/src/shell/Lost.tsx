import type { ReactNode } from 'react';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

/** An address that leads nowhere, or a screen that broke. */
export function Lost(): ReactNode {
  const error = useRouteError();
  const broke = error !== undefined && !isRouteErrorResponse(error);
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="mb-3 text-3xl">{broke ? 'This screen broke' : 'There is nothing at this address'}</h1>
      <p className="mb-4">
        {broke
          ? 'What was captured is safe with the server, and what was half typed is kept on this machine. Reload the page; if it breaks again, the line below helps whoever mends Tare.'
          : 'It may have been mistyped, or the job was removed.'}
      </p>
      {error instanceof Error && <pre className="mb-4 overflow-auto bg-plate p-3 text-sm">{error.message}</pre>}
      <Link to="/" className="underline underline-offset-4">
        To the job list
      </Link>
    </main>
  );
}
