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

/** A bench that broke: the job's rail and card stay, and lead on. */
export function BrokenBench(): ReactNode {
  const error = useRouteError();
  return (
    <section role="alert" className="grid gap-3 border-2 border-edge bg-plate p-5">
      <h1 className="text-3xl">This bench broke</h1>
      <p>
        What was captured is safe with the server, and what was half typed is kept on this machine. The other benches go on. Reload the page; if it
        breaks again, the line below helps whoever mends Tare.
      </p>
      <pre className="overflow-auto bg-plate-low p-3 text-sm">{error instanceof Error ? error.message : 'No further words.'}</pre>
    </section>
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
