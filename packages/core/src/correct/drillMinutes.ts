import { counterweightOf, densityOf, type Crank } from '../rotor/crank.js';
import { isTurned, type CrankHole } from '../rotor/crankHole.js';
import { holeMetal } from '../rotor/holeMetal.js';
import { isCast, needsPilot, USUAL_TOOLS, type ShopTools } from './shopTools.js';

/** Minutes that these holes take: each is set up and made, pilots where the metal wants them, and bits are changed once each. */
export function drillMinutes(crank: Crank, holes: readonly CrankHole[], tools: ShopTools = USUAL_TOOLS): number {
  const bits = new Set(holes.filter(({ rim }) => !rim).map(({ bitMm }) => bitMm)).size;
  return holes.reduce((sum, hole) => sum + minutesOf(crank, hole, tools), bits * tools.minutes.bitChange);
}

function minutesOf(crank: Crank, hole: CrankHole, tools: ShopTools): number {
  const { minutes } = tools;
  const counterweight = counterweightOf(crank, hole.counterweightId);
  const densityGPerCm3 = densityOf(crank, counterweight);
  const reach = counterweight.awkward === true ? minutes.awkward : 0;
  if (hole.rim) return reach + (isTurned(hole) ? minutes.turnRim : minutes.setUpAgain + minutes.grindPerGram * holeMetal(crank, hole).massG);
  if (hole.slug) return reach + minutes.setUp + (hole.slug.welded ? minutes.weld : minutes.slug);
  // A deepened hole needs no centre and no pilot.
  return (
    reach +
    (hole.was ? minutes.setUpAgain : minutes.setUp) +
    (isCast(densityGPerCm3) ? minutes.perGramCast : minutes.perGramSteel) * holeMetal(crank, hole).massG +
    (!hole.was && needsPilot(tools, hole.bitMm, densityGPerCm3) ? minutes.pilot : 0)
  );
}

/** What the heavy metal of these holes costs, in the shop's money: each bar by its length. */
export function metalPrice(holes: readonly CrankHole[], { bars }: Pick<ShopTools, 'bars'>): number {
  return holes
    .filter(({ slug }) => slug && !slug.welded)
    .reduce((sum, { bitMm, depthMm, slug }) => {
      const bar = bars.find(({ diameterMm, densityGPerCm3 }) => diameterMm === bitMm && densityGPerCm3 === slug!.densityGPerCm3);
      return sum + ((bar?.pricePerCm ?? 0) * depthMm) / 10;
    }, 0);
}
