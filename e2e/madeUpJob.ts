import type { JobSpec, LayoutId } from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';

/** A job of the made-up boatyard, of this layout. */
export const madeUpJob = (layoutId: LayoutId, change: Partial<JobSpec>): JobSpec =>
  madeUpSpec(layoutId, { engineName: `Saltwren ${layoutId}`, ...change }, 24);
