import { randomUUID } from 'node:crypto';
import {
  Device,
  factsOf,
  sheetOf,
  type DecisionBody,
  type Instrument,
  type InstrumentCupboard,
  type JobRecord,
  type JobSheet,
  type Machine,
  type MachineHall,
  type NewMeasurement,
  type Shop,
} from '@tare/contract';
import {
  arrivalList,
  askedSpin,
  bareCut,
  correctionInput,
  type ArrivalKey,
  isSingleKind,
  jobFigures,
  MOUNTING_CHECKS,
  planChoices,
  USUAL_TOOLS,
  type HungPiece,
  type JobFigures,
  type JobSpec,
  type Measure,
  type PartFact,
  type SingleKind,
} from '@tare/core';
import { chanceFor, type Chance } from '@tare/standins/chance';

/** Scatter of the demo shop's scale, and the place its display rounds to. */
const SCALE_SCATTER_G = 0.05;
const SCALE_DIVISION_G = 0.1;
/** How near to the target a practised hand cuts. */
const CUT_ERROR_G = 0.12;
const PLACEMENTS = 3;
/** More spins than this are never asked for before a plan. */
const MOST_ASKED_SPINS = 8;

/** A part's true weights, which nobody in the demo shop knows. */
type TrueWeights = Partial<Record<Measure, number>>;
export type Nominals = Readonly<Record<SingleKind, { readonly g: number; readonly smallEndG?: number; readonly scatterG: number }>>;

/** Works a demo job through the application's own API, as people at the benches would. */
export class Bench {
  private readonly truth = new Map<string, TrueWeights>();
  private instruments: readonly Instrument[] | undefined;

  private readonly device: Device;

  /** @param origin where Tare is */
  constructor(private readonly origin: string) {
    this.device = new Device(origin);
  }

  async send<T>(path: string, body: object, method: 'POST' | 'PUT' = 'POST'): Promise<T> {
    const response = await this.device.send(method, path, body);
    const text = await response.text();
    if (!response.ok) throw new Error(`POST ${path}: ${response.status} ${text}`);
    const [line = ''] = text.trim().split('\n').slice(-1);
    const answer = JSON.parse(line) as T & { type?: string; detail?: string };
    if (answer.type === 'problem') throw new Error(`POST ${path}: ${answer.detail}`);
    return answer;
  }

  private async get<T>(path: string): Promise<T> {
    const response = await fetch(`${this.origin}/api/${path}`);
    if (!response.ok) throw new Error(`GET ${path}: ${response.status}`);
    return (await response.json()) as T;
  }

  async sheet(jobId: string): Promise<JobSheet> {
    return sheetOf(await this.get<JobRecord>(`jobs/${jobId}`));
  }

  async figures(jobId: string): Promise<JobFigures> {
    return jobFigures(factsOf(await this.sheet(jobId)));
  }

  async start(personId: string, spec: JobSpec, nominals: Nominals): Promise<JobSheet> {
    const sheet = sheetOf(await this.send<JobRecord>('jobs', { id: randomUUID(), personId, spec }));
    const chance = chanceFor('demo', sheet.number);
    for (const part of sheet.parts.filter(({ kind }) => isSingleKind(kind))) this.truth.set(part.id, trueWeights(part, nominals, chance));
    return sheet;
  }

  /** Puts a spare part on the list: what it really weighs lies halfway between the first and the last of its kind. */
  async addSpare(personId: string, jobId: string, kind: SingleKind): Promise<void> {
    await this.send(`jobs/${jobId}/spares`, { id: randomUUID(), personId, kind });
    const own = (await this.sheet(jobId)).parts.filter((part) => part.kind === kind);
    const truths = own.flatMap(({ id }) => this.truth.get(id)?.mass ?? []);
    this.truth.set(own.at(-1)!.id, { mass: (truths[0]! + truths.at(-1)!) / 2 });
  }

  /** Ticks everything that this engine needs, with what was noted of some of it. */
  async checkIn(personId: string, jobId: string, marks: Partial<Record<ArrivalKey, string>>): Promise<void> {
    const { spec } = await this.sheet(jobId);
    for (const { key, count, needed } of arrivalList(spec)) {
      const value = { count, condition: '', marks: marks[key] ?? '' };
      if (needed) await this.send(`jobs/${jobId}/decisions`, { id: randomUUID(), personId, baseVersion: 0, subject: `arrival.${key}`, value });
    }
  }

  /** Weighs the parts that `which` picks, several placements each. */
  async weigh(personId: string, jobId: string, which: (part: PartFact) => boolean = () => true): Promise<void> {
    const sheet = await this.sheet(jobId);
    for (const part of sheet.parts.filter(({ kind }) => isSingleKind(kind)).filter(which)) await this.place(personId, sheet, part, null);
  }

  /** Cuts whatever is above its target, weighing after each cut, until the sets are inside or a dozen rounds are over. */
  async match(personId: string, jobId: string): Promise<void> {
    for (let round = 0; round < 12; round += 1) {
      const { sets, rods } = await this.figures(jobId);
      if (sets.kind !== 'matched' || rods.kind !== 'matched') throw new Error('The demo job is not weighed.');
      if (sets.set.inTolerance && rods.inTolerance) return;
      for (const set of sets.cylinders.filter((c) => !c.inTolerance)) await this.cut(personId, jobId, set.cutPartId, { mass: set.removalG });
      for (const item of rods.bigEnd.items) {
        const small = rods.smallEnd.items.find((s) => s.id === item.id)!;
        if (!item.inTolerance || !small.inTolerance) await this.cut(personId, jobId, item.id, { bigEnd: item.removalG, smallEnd: small.removalG });
      }
    }
    throw new Error('The demo job did not come inside its matching tolerance.');
  }

  /** Weighs the bobs in at what the card says, a tenth off here and there, mounts and accepts them. */
  async buildBobs(personId: string, jobId: string): Promise<void> {
    const { bobs } = await this.figures(jobId);
    if (bobs.kind !== 'ready') throw new Error('The demo job has no bob weight card.');
    const figures = bobs.pins.map(({ card }) => Math.round((bobs.commonG ?? card.bobWeightG) * 10) / 10);
    const decide = (body: DecisionBody): Promise<unknown> =>
      this.send(`jobs/${jobId}/decisions`, { id: randomUUID(), personId, baseVersion: 0, ...body });
    for (const [p, figureG] of figures.entries())
      await decide({ subject: `bob.weighIn.${p + 1}`, value: { halfAG: null, halfBG: null, wholeG: figureG + ((p % 3) - 1) / 10 } });
    await decide({ subject: 'bob.mounted', value: figures.map(() => MOUNTING_CHECKS) });
    await decide({ subject: 'bob.acceptedG', value: figures });
  }

  /** What a gauge showed at a place of the crank. */
  async measure(personId: string, jobId: string, place: Omit<NewMeasurement, 'id' | 'personId' | 'afterWorkId'>): Promise<void> {
    await this.send(`jobs/${jobId}/measurements`, { id: randomUUID(), personId, afterWorkId: null, ...place });
  }

  async decide(personId: string, jobId: string, body: DecisionBody): Promise<void> {
    const baseVersion = (await this.sheet(jobId)).decisions[body.subject]?.version ?? 0;
    await this.send(`jobs/${jobId}/decisions`, { id: randomUUID(), personId, baseVersion, ...body });
  }

  async spin(personId: string, jobId: string, hungPieces: readonly HungPiece[] = []): Promise<void> {
    await this.send(`jobs/${jobId}/spins`, { id: randomUUID(), personId, speedRpm: 600, turns: 60, cautionsConfirmed: true, hungPieces });
  }

  /** A machine of the shop's, by its name. */
  async machine(name: string): Promise<Machine> {
    return (await this.get<MachineHall>('machines')).machines.find(({ spec }) => spec.name === name)!;
  }

  /** Spins until nothing waits for a spin any more: known weights, or the crank as it is once more. */
  async spinWhatIsAsked(
    personId: string,
    jobId: string,
    spin = (hungPieces: readonly HungPiece[]): Promise<void> => this.spin(personId, jobId, hungPieces),
  ): Promise<void> {
    const { fittings } = await this.get<Shop>('shop');
    for (let spins = 0; spins < MOST_ASKED_SPINS; spins += 1) {
      const sheet = await this.sheet(jobId);
      const { estimate } = await this.figures(jobId);
      const asked = askedSpin(sheet.spins, sheet.spec.crank.planes, estimate, fittings.trialPieces);
      if (!asked) return;
      await spin(asked.weights ? [asked.weights.a, asked.weights.b] : []);
    }
    throw new Error('The demo crank is asked for spin after spin.');
  }

  /** Plans, drills and spins until the crank is inside, at most `rounds` times. */
  async correct(personId: string, jobId: string, rounds: number): Promise<void> {
    const { bits } = await this.get<Shop>('shop');
    for (let round = 0; round < rounds; round += 1) {
      await this.spinWhatIsAsked(personId, jobId);
      const sheet = await this.sheet(jobId);
      const { spins, tolerance, estimate } = await this.figures(jobId);
      const last = spins.at(-1)!;
      if (last.verdict === 'inside') return;
      const plans = planChoices(
        correctionInput(sheet, estimate, tolerance, { bits, tools: USUAL_TOOLS }, { maxHoles: 8, heavyMetal: false, neutralReason: null })!,
      );
      if (plans.kind === 'nothingToDo') {
        await this.spin(personId, jobId);
        continue;
      }
      if (plans.kind !== 'choices') throw new Error(`${sheet.setUp?.current.name ?? 'The demo crank'} has no plan: ${plans.reason}`);
      const { plan } = plans.choices[0]!;
      const planId = randomUUID();
      const holes = plan.holes.map(bareCut);
      await this.send(`jobs/${jobId}/plans`, { id: planId, personId, spinId: last.spinId, holes });
      for (const [planIndex, cut] of holes.entries()) await this.send(`jobs/${jobId}/holes`, { id: randomUUID(), personId, planId, planIndex, cut });
      await this.spin(personId, jobId);
    }
  }

  private async cut(personId: string, jobId: string, partId: string, removal: TrueWeights): Promise<void> {
    const chance = chanceFor('cut', Object.values(removal).join(' '));
    const truth = this.truth.get(partId)!;
    const cutId = randomUUID();
    for (const measure of ['mass', 'bigEnd', 'smallEnd'] as const) {
      const before = truth[measure];
      if (before !== undefined) truth[measure] = before - Math.max(0, (removal[measure] ?? 0) - Math.abs(chance.normal(CUT_ERROR_G)));
    }
    if (truth.bigEnd !== undefined && truth.smallEnd !== undefined) truth.total = truth.bigEnd + truth.smallEnd;
    await this.send(`jobs/${jobId}/part-cuts`, { id: cutId, personId, partId, removal });
    const sheet = await this.sheet(jobId);
    await this.place(
      personId,
      sheet,
      sheet.parts.find((p) => p.id === partId)!,
      cutId,
    );
  }

  /** Ends hang in the fixture; all else stands on the first scale of the cupboard. */
  private async instrumentFor(measure: Measure): Promise<string> {
    this.instruments ??= (await this.get<InstrumentCupboard>('instruments')).instruments;
    const kind = measure === 'bigEnd' || measure === 'smallEnd' ? 'rodFixture' : 'scale';
    return this.instruments.find(({ spec }) => spec.kind === kind)!.id;
  }

  private async place(personId: string, sheet: JobSheet, part: PartFact, cutId: string | null): Promise<void> {
    const chance = chanceFor(
      'scale',
      sheet.number,
      part.kind,
      part.cylinder,
      cutId === null ? 0 : sheet.partCuts.filter((c) => c.partId === part.id).length,
    );
    for (const [measure, trueG] of Object.entries(this.truth.get(part.id)!) as [Measure, number][]) {
      for (let placement = 0; placement < PLACEMENTS; placement += 1) {
        const valueG = shown(trueG + chance.normal(SCALE_SCATTER_G));
        const instrumentId = await this.instrumentFor(measure);
        await this.send(`jobs/${sheet.id}/readings`, { id: randomUUID(), personId, partId: part.id, measure, valueG, cutId, instrumentId });
      }
    }
  }
}

/** Ten placements of one thing on the demo shop's scale. */
export function tenPlacements(what: string, trueG: number): number[] {
  const chance = chanceFor('ten placements', what);
  return Array.from({ length: 10 }, () => shown(trueG + chance.normal(SCALE_SCATTER_G)));
}

/** What the display makes of a weight. */
const shown = (g: number): number => Math.round(g / SCALE_DIVISION_G) / Math.round(1 / SCALE_DIVISION_G);

function trueWeights(part: PartFact, nominals: Nominals, chance: Chance): TrueWeights {
  const { g, smallEndG, scatterG } = nominals[part.kind as SingleKind];
  const total = g + chance.normal(scatterG);
  if (smallEndG === undefined) return { mass: total };
  const smallEnd = smallEndG + chance.normal(scatterG / 2);
  return { total, bigEnd: total - smallEnd, smallEnd };
}
