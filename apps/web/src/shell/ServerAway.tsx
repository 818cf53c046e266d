import { clock } from '@tare/card';
import { useRegisterSW } from 'virtual:pwa-register/react';
import type { ReactNode } from 'react';
import { useKeptSince } from '../api/keptCopies.js';
import { Button } from '../ui/Button.js';

/** What everybody has to know of the server: that it is away and this is what the browser kept, or that it is a newer one. */
export function ServerAway(): ReactNode {
  const since = useKeptSince();
  const {
    needRefresh: [isNewer],
    updateServiceWorker,
  } = useRegisterSW();
  return (
    <>
      {since !== null && (
        <p role="alert" className="no-print bg-brass px-4 py-1 font-semibold text-on-brass">
          {`The server does not answer. Shown is what this browser kept at ${clock(since.toISOString())}; readings and voids are kept here and go out when it is back.`}
        </p>
      )}
      {isNewer && (
        <p role="status" className="no-print flex flex-wrap items-center gap-3 bg-brass px-4 py-1 font-semibold text-on-brass">
          <span className="grow">
            There is a newer Tare on the server. It comes by this button, or once every window of Tare was closed; what waits here stays.
          </span>
          <Button onClick={() => void updateServiceWorker(true)}>Load it now</Button>
        </p>
      )}
    </>
  );
}
