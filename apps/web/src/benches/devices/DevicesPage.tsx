import { clock } from '@tare/card';
import type { Reach, ShopDevice } from '@tare/contract';
import { Download } from 'lucide-react';
import type { ReactNode } from 'react';
import { useDevices, useNewCode, useReach, useRevoke } from '../../api/devices.js';
import { Button } from '../../ui/Button.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { QrCode } from '../../ui/QrCode.js';

/** How the shop's tablets get to Tare, and which of them were let in. */
export function DevicesPage(): ReactNode {
  const { data, error } = useReach();
  const { data: devices } = useDevices();
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-4 p-4">
      <h1 className="text-3xl">Other devices</h1>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {data && (data.reach ? <ComeIn reach={data.reach} /> : <NotOpened />)}
      {data?.reach && devices && <LetIn devices={devices} />}
    </main>
  );
}

function NotOpened(): ReactNode {
  return (
    <Note>
      Tare answers this machine only. To have tablets of the shop use it, start it with TARE_LISTEN=0.0.0.0; this page then says how they come in.
    </Note>
  );
}

function ComeIn({ reach: { urls, fingerprint, code } }: { readonly reach: Reach }): ReactNode {
  const [best = ''] = urls;
  return (
    <section aria-label="How a device comes in" className="grid items-start gap-6 border-2 border-edge bg-plate p-4 md:grid-cols-[1fr_18rem]">
      <ol className="grid list-decimal gap-4 pl-6">
        <li>
          <p className="font-semibold">Open Tare on the tablet: point its camera at the square, or type one of</p>
          <ul className="figure-type mt-1 grid gap-1">
            {urls.map((url) => (
              <li key={url} className="break-all">
                {url}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-ink-soft">
            The browser warns once that it does not know this shop. Go on to the page all the same: the next step ends that.
          </p>
        </li>
        <li>
          <p className="font-semibold">Have the tablet trust the shop</p>
          <a href="/api/reach/authority.crt" className="my-1 inline-flex min-h-11 items-center gap-2 underline underline-offset-4">
            <Download aria-hidden className="size-5" /> The shop’s certificate
          </a>
          <p>
            Install it as a certificate authority in the tablet’s settings, under security. What the tablet shows as its SHA-256 fingerprint has to be
          </p>
          <p className="figure-type mt-1 max-w-xl break-words">{fingerprint}</p>
          <p className="text-ink-soft">
            Compare it with the machine that Tare runs on. If one pair differs, somebody is in between: do not trust it.
          </p>
        </li>
        <li>
          <p className="font-semibold">Type the shop code on the tablet, once</p>
          {code === null ? <p>It stands on this page at the machine that Tare runs on, and where Tare was started.</p> : <ShopCode code={code} />}
        </li>
      </ol>
      <div className="grid justify-items-center gap-2">
        <QrCode text={best} label={`The address ${best}`} />
        <p className="figure-type text-center text-[0.85rem] break-all">{best}</p>
      </div>
    </section>
  );
}

function ShopCode({ code }: { readonly code: string }): ReactNode {
  const personId = useWho();
  const renew = useNewCode();
  return (
    <div className="grid justify-items-start gap-2">
      <p className="figure-type text-2xl font-semibold">{code}</p>
      <WhoFirst />
      <Button disabled={personId === null || renew.isPending} onClick={() => renew.mutate({ personId: personId! })}>
        Make another code
      </Button>
      {renew.error && <ProblemNotice>{renew.error.message}</ProblemNotice>}
      <p className="text-ink-soft">Whoever knows it can come in. Devices that were let in before stay.</p>
    </div>
  );
}

function LetIn({ devices }: { readonly devices: readonly ShopDevice[] }): ReactNode {
  const personId = useWho();
  const revoke = useRevoke();
  return (
    <section aria-label="Devices that were let in" className="grid gap-3 border-2 border-edge bg-plate p-4">
      <h2 className="text-2xl">Let in</h2>
      {revoke.error && <ProblemNotice>{revoke.error.message}</ProblemNotice>}
      {devices.length === 0 ? (
        <p className="text-ink-soft">None yet. The machine that Tare runs on needs no code.</p>
      ) : (
        <ul className="grid">
          {devices.map(({ id, name, since, seenAt, revokedAt, isThis }) => (
            <li key={id} className="flex flex-wrap items-center gap-x-4 border-b border-edge py-1">
              <span
                className={`grow ${revokedAt === null ? 'font-semibold' : 'text-ink-soft line-through'}`}
              >{`${name}${isThis ? ', this one' : ''}`}</span>
              <span className="text-ink-soft">{`let in ${clock(since)}, last here ${clock(seenAt)}`}</span>
              {revokedAt === null ? (
                <Button disabled={personId === null || revoke.isPending} onClick={() => revoke.mutate({ deviceId: id, personId: personId! })}>
                  Put it out
                </Button>
              ) : (
                <span className="flex min-h-11 items-center px-4">{`put out ${clock(revokedAt)}`}</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
