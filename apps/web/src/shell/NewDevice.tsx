import { lazy, Suspense, useState, type ReactNode } from 'react';
import { useJoin } from '../api/devices.js';
import { Button } from '../ui/Button.js';
import { Field } from '../ui/Field.js';
import { ProblemNotice } from '../ui/Notice.js';

// With its square for a camera it is more than the frame of every page should carry.
const DevicesPage = lazy(async () => ({ default: (await import('../benches/devices/DevicesPage.js')).DevicesPage }));

/** What a device sees that the shop has not let in: the question for the code, and how to have it trust the shop. */
export function NewDevice(): ReactNode {
  const [name, setName] = useState('');
  const [code, setCode] = useState('');
  const join = useJoin();
  return (
    <>
      <form
        className="mx-auto mt-4 grid w-full max-w-6xl gap-3 px-4"
        onSubmit={(event) => {
          event.preventDefault();
          join.mutate({ name, code });
        }}
      >
        <h1 className="text-3xl">This device is new to the shop</h1>
        <p>The shop code stands where Tare was started, and on the page “Other devices” of that machine. It is asked for once.</p>
        <div className="flex flex-wrap items-end gap-3">
          <Field
            label="What this device is called"
            placeholder="Tablet at the crank"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Field
            label="The shop code"
            isFigure
            value={code}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            onChange={(event) => setCode(event.target.value)}
          />
          <Button type="submit" look="primary" disabled={join.isPending}>
            Come in
          </Button>
        </div>
        {join.error && <ProblemNotice>{join.error.message}</ProblemNotice>}
      </form>
      <Suspense>
        <DevicesPage />
      </Suspense>
    </>
  );
}
