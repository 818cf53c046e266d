import type { ReactNode } from 'react';
import { BrokenRules } from './BrokenRules.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { SetUpSteps } from '../setups/SetUpSteps.js';
import { WhoFirst } from '../../ui/WhoFirst.js';

export function CorrectFrame({ next, children }: { readonly next: string; readonly children: ReactNode }): ReactNode {
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5">
      <BenchHead title="Correct" next={next} />
      <WhoFirst />
      <SetUpSteps />
      <BrokenRules />
      {children}
    </div>
  );
}
