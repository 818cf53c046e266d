import { ChevronDown, UserRound } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useAtTheBench } from '../api/person.js';
import { useShop } from '../api/queries.js';
import { Modal } from '../ui/Modal.js';
import { UnitsDialog } from './UnitsDialog.js';

// A form brings its schema along: more than the first screen should carry.
const NewPerson = lazy(async () => ({ default: (await import('./NewPerson.js')).NewPerson }));

/** Who is at the bench: every entry carries this name. */
export function PersonPicker(): ReactNode {
  const { data: shop } = useShop();
  const { personId, choose } = useAtTheBench();
  const [adding, setAdding] = useState(false);
  const [choosingUnits, setChoosingUnits] = useState(false);
  const person = shop?.people.find((p) => p.id === personId);
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className={`flex min-h-11 items-center gap-2 rounded-sm px-3 ${person ? 'hover:bg-enamel' : 'bg-brass font-semibold text-on-brass'}`}
        >
          <UserRound aria-hidden className="size-5" />
          {person?.name ?? 'Who is at the bench?'}
          <ChevronDown aria-hidden className="size-4" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={4} className="z-50 min-w-64 rounded-sm border-2 border-edge bg-plate p-1 text-ink shadow-xl">
            {shop?.people.map((p) => (
              <DropdownMenu.Item
                key={p.id}
                className="flex min-h-11 items-center justify-between gap-6 rounded-sm px-3 data-highlighted:bg-blue-wash"
                onSelect={() => {
                  choose(p.id);
                }}
              >
                <span className={p.id === personId ? 'font-bold' : ''}>{p.name}</span>
                <span className="text-ink-soft">{p.role}</span>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item
              className="flex min-h-11 items-center rounded-sm border-t border-edge px-3 data-highlighted:bg-blue-wash"
              onSelect={() => {
                setAdding(true);
              }}
            >
              Somebody new …
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className="flex min-h-11 items-center rounded-sm px-3 data-highlighted:bg-blue-wash"
              onSelect={() => {
                setChoosingUnits(true);
              }}
            >
              My units …
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild className="flex min-h-11 items-center rounded-sm px-3 data-highlighted:bg-blue-wash">
              <Link to="/devices">Other devices …</Link>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <UnitsDialog open={choosingUnits} onOpenChange={setChoosingUnits} />
      <Modal title="Somebody new at the bench" open={adding} onOpenChange={setAdding}>
        <Suspense>
          <NewPerson
            onDone={(id) => {
              choose(id);
              setAdding(false);
            }}
          />
        </Suspense>
      </Modal>
    </>
  );
}
