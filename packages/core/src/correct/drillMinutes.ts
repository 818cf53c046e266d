import { counterweightOf, densityOf, type Crank } from '../rotor/crank.js';
import { isRimCut } from '../rotor/cut.js';
import type { PlannedCut } from './planInput.js';
import { isCast, needsPilot, USUAL_TOOLS, type ShopTools } from './shopTools.js';

/** The bits that these cuts want. */
export const bitsOf = (cuts: readonly PlannedCut[]): number => new Set(cuts.flatMap((cut) => ('pointAngleDeg' in cut ? [cut.bitMm] : []))).size;

/** Minutes that these cuts take: each is set up and made, pilots where the metal wants them, and bits are changed once each. */
export function drillMinutes(crank: Crank, cuts: readonly PlannedCut[], tools: ShopTools = USUAL_TOOLS): number {
  return cuts.reduce((sum, cut) => sum + minutesOf(crank, cut, tools), bitsOf(cuts) * tools.minutes.bitChange);
}

function minutesOf(crank: Crank, cut: PlannedCut, tools: ShopTools): number {
  const { minutes } = tools;
  const counterweight = counterweightOf(crank, cut.counterweightId);
  const densityGPerCm3 = densityOf(crank, counterweight);
  const reach = counterweight.awkward === true ? minutes.awkward : 0;
  const { massG } = cut.metal;
  if (isRimCut(cut)) return reach + (cut.kind === 'turn' ? minutes.turnRim : minutes.setUpAgain + minutes.grindPerGram * massG);
  if (cut.kind === 'weld' || cut.kind === 'bar') return reach + minutes.setUp + (cut.kind === 'weld' ? minutes.weld : minutes.slug);
  const drilling = (isCast(densityGPerCm3) ? minutes.perGramCast : minutes.perGramSteel) * massG;
  // A deepened hole needs no centre and no pilot.
  if (cut.kind === 'redrill') return reach + minutes.setUpAgain + drilling;
  return reach + minutes.setUp + drilling + (needsPilot(tools, cut.bitMm, densityGPerCm3) ? minutes.pilot : 0);
}

/** What the heavy metal of these cuts costs, in the shop's money: each bar by its length. */
export function metalPrice(cuts: readonly PlannedCut[], { bars }: Pick<ShopTools, 'bars'>): number {
  return cuts.reduce((sum, cut) => {
    if (cut.kind !== 'bar') return sum;
    const bar = bars.find(({ diameterMm, densityGPerCm3 }) => diameterMm === cut.diameterMm && densityGPerCm3 === cut.densityGPerCm3);
    return sum + ((bar?.pricePerCm ?? 0) * cut.lengthMm) / 10;
  }, 0);
}
