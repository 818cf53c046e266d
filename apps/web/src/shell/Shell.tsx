import { Calculator, Drill, Moon, Scale, Search, Sun } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, Outlet, useMatch } from 'react-router';
import { askedBack } from '../api/problem.js';
import { useShop } from '../api/queries.js';
import { useChanges } from '../api/useChanges.js';
import { useKeys, type KeyAction } from '../ui/useKeys.js';
import { JobFinder } from './JobFinder.js';
import { NewDevice } from './NewDevice.js';
import { OutboxStatus } from './OutboxStatus.js';
import { PersonPicker } from './PersonPicker.js';
import { ServerAway } from './ServerAway.js';
import { useAskBeforeLeaving } from './useAskBeforeLeaving.js';

/** The shop's name plate across the top, and whatever is open below it. */
export function Shell(): ReactNode {
  const { data: shop, error } = useShop();
  useChanges(useMatch('/jobs/:jobId/*')?.params.jobId);
  useAskBeforeLeaving();
  const [finding, setFinding] = useState(false);
  const keys = useMemo<KeyAction[]>(
    () => [
      {
        key: '/',
        does: 'find a job',
        act: () => {
          setFinding(true);
        },
      },
    ],
    [],
  );
  useKeys(keys);
  return (
    <div className="flex min-h-screen flex-col">
      <header className="no-print flex min-h-13 flex-wrap items-center gap-x-1 bg-enamel-deep px-2 text-on-enamel md:flex-nowrap md:px-4 lg:gap-x-3">
        <Link to="/" className="flex min-h-11 items-center gap-2 text-xl font-bold tracking-wide">
          <img src="/mark.svg" alt="" className="size-7" /> Tare
        </Link>
        <span className="hidden truncate opacity-85 xl:inline">{shop?.name ?? (error ? 'no answer from the server' : '')}</span>
        <span className="grow" />
        <button
          type="button"
          className="flex min-h-11 items-center gap-2 rounded-sm px-3 whitespace-nowrap hover:bg-enamel"
          onClick={() => {
            setFinding(true);
          }}
        >
          <Search aria-hidden className="size-5" /> <span className="max-md:sr-only">Find a job</span>
        </button>
        <OutboxStatus />
        <Link to="/instruments" className="flex min-h-11 items-center gap-2 rounded-sm px-3 whitespace-nowrap hover:bg-enamel">
          <Scale aria-hidden className="size-5" /> <span className="max-md:sr-only">Instruments</span>
        </Link>
        <Link to="/tools" className="flex min-h-11 items-center gap-2 rounded-sm px-3 whitespace-nowrap hover:bg-enamel">
          <Drill aria-hidden className="size-5" /> <span className="max-md:sr-only">Tools</span>
        </Link>
        <Link to="/calculator" className="flex min-h-11 items-center gap-2 rounded-sm px-3 whitespace-nowrap hover:bg-enamel">
          <Calculator aria-hidden className="size-5" /> <span className="max-md:sr-only">Calculator</span>
        </Link>
        <PersonPicker />
        <ThemeSwitch />
      </header>
      <ServerAway />
      {askedBack(error) === 'shopCode' ? <NewDevice /> : <Outlet />}
      <JobFinder open={finding} onOpenChange={setFinding} />
    </div>
  );
}

function ThemeSwitch(): ReactNode {
  const [theme, setTheme] = useState(() => document.documentElement.dataset['theme'] ?? 'light');
  const other = theme === 'dark' ? 'light' : 'dark';
  const switchTheme = (): void => {
    document.documentElement.dataset['theme'] = other;
    localStorage.setItem('tare.theme', other);
    setTheme(other);
  };
  return (
    <button
      type="button"
      aria-label={`Switch to the ${other} theme`}
      className="grid size-11 place-items-center rounded-sm hover:bg-enamel"
      onClick={switchTheme}
    >
      {theme === 'dark' ? <Sun aria-hidden className="size-5" /> : <Moon aria-hidden className="size-5" />}
    </button>
  );
}
