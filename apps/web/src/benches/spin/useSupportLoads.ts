import {
  BALANCED,
  CoreError,
  hangingBobsG,
  latestOn,
  supportLoads,
  turningMasses,
  usuallyMounted,
  type Mounted,
  type SupportLoad,
  type Supports,
} from '@tare/core';
import { useOpenJob } from '../../shell/JobContext.js';

export interface Loads {
  readonly left: SupportLoad;
  readonly right: SupportLoad;
  /** What turns with it, of which nobody said how heavy it is: the loads are without it. */
  readonly missing: readonly string[];
}

/** What is mounted now: as in the last spin, else all that the crank is described with. */
export function useMountedNow(): Mounted {
  const { sheet } = useOpenJob();
  return sheet.setUp?.mounted ?? sheet.spins.findLast(({ quick }) => quick !== true)?.mounted ?? usuallyMounted(sheet.spec.crank);
}

/** What the supports carry at a speed, with everything that is mounted and the pull that is known; null where they cannot lie so. */
export function useSupportLoads(supports: Supports | null, speedRpm: number): Loads | null {
  const { sheet, figures } = useOpenJob();
  const mounted = useMountedNow();
  if (supports === null) return null;
  const { crank, layout } = sheet.spec;
  const { known, missing } = turningMasses(layout, hangingBobsG(figures, sheet.bobChoices), mounted, latestOn(sheet.decisions, 'spin.masses') ?? {});
  try {
    return { ...supportLoads(supports, crank, figures.estimate.now?.unbalance ?? BALANCED, speedRpm, known), missing };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
