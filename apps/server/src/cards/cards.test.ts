import { cardDifferences, customerSteps, degrees, jobCard, rimMapSvg, textOf } from '@tare/card';
import {
  CARD_PAPERS,
  factsOf,
  sheetOf,
  type CardFigure,
  type CardLine,
  type CardSection,
  type CardSectionId,
  type JobCard,
  type JobRecord,
  type JobSheet,
  type Problem,
  type SignedCard,
} from '@tare/contract';
import { benchStatuses, CORE_VERSION, diameterOf, isRimCut, jobFigures, SINGLE_KINDS, type JobFigures, type SingleKind } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { pdfText } from '../testing/pdfText.js';
import { TestServer } from '../testing/testServer.js';
import { cardPdf } from './cardPdf.js';
import { NAMES, randomJob } from './testing/randomJob.js';

interface Made {
  readonly record: JobRecord;
  readonly sheet: JobSheet;
  readonly figures: JobFigures;
  readonly card: JobCard;
}
function made(seed: number): Made {
  const chance = chanceFor('cards', seed);
  const record = randomJob(() => chance.between(0, 1));
  const sheet = sheetOf(record);
  const facts = factsOf(sheet);
  const figures = jobFigures(facts);
  return { record, sheet, figures, card: jobCard(sheet, figures, benchStatuses(facts, figures), NAMES) };
}

const sectionOf = ({ sections }: JobCard, id: CardSectionId): CardSection | undefined => sections.find((section) => section.id === id);
const rowsOf = (card: JobCard, id: CardSectionId): string[][] => sectionOf(card, id)?.table?.rows.map((row) => row.map(textOf)) ?? [];
const linesIn = ({ lines, table }: CardSection): CardLine[] => [...lines, ...(table?.rows.flat() ?? [])];
const squashed = (text: string): string => text.replace(/\s/g, '');
const numberIn = (text: string): number => Number(/−?\d+(\.\d+)?/.exec(text)![0].replace('−', '-'));
const placesIn = (text: string): number => /\.(\d+)/.exec(text)?.[1]?.length ?? 0;
const halfStep = (text: string): number => 0.5 * 10 ** -placesIn(text);
const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Between them they have every kind of thing, as the last test sees. */
const SEEDS = [1, 2, 6, 9, 10, 13];

describe.each(SEEDS)('the card of a job with everything that may befall one, %i', (seed) => {
  const { record, sheet, figures, card } = made(seed);

  it('says on paper what it says as data, line by line', async () => {
    const map = rimMapSvg({ crank: sheet.spec.crank, tolerance: figures.tolerance, reading: figures.spins.at(-1) ?? null, drilled: sheet.holes });
    const file = await cardPdf(card, CARD_PAPERS[seed % 2]!, { drawings: [map], photos: [] });
    const print = squashed((await pdfText(file)).join(''));
    let at = 0;
    for (const line of card.sections.flatMap(linesIn)) {
      const words = squashed(textOf(line));
      const next = print.indexOf(words, at);
      expect([words, next >= at]).toEqual([words, true]);
      at = next;
    }
  });

  it('writes every figure to its last place', () => {
    const figuresOn = card.sections.flatMap(linesIn).flatMap((line) => line.filter((part): part is CardFigure => typeof part !== 'string'));
    expect(figuresOn.length).toBeGreaterThan(50);
    for (const { text, value } of figuresOn) {
      const places = /\.(\d+)/.exec(text)?.[1]?.length ?? 0;
      expect(Math.abs(numberIn(text) - value)).toBeLessThanOrEqual(0.5 * 10 ** -places + 1e-9);
      expect(text).not.toContain('NaN');
    }
  });

  it('has each part where it runs, at the mean of what it weighed last', () => {
    const voided = new Set(record.voids.map(({ entryId }) => entryId));
    const arrangement = (record.decisions['match.arrangement']?.value ?? {}) as Record<string, number>;
    const columns = sectionOf(card, 'weights')!.table!.columns.map(({ title }) => title);
    const heads: Partial<Record<SingleKind, string>> = {
      piston: 'Piston',
      pin: 'Pin',
      lockPair: 'Lock pair',
      ringSet: 'Ring set',
      bearingPair: 'Bearing pair',
    };
    for (const row of rowsOf(card, 'weights'))
      for (const kind of SINGLE_KINDS) {
        const head = heads[kind];
        if (!head) continue;
        const part = record.parts.find((one) => one.kind === kind && (arrangement[one.id] ?? one.cylinder) === Number(row[0]))!;
        const changes = record.partCuts.filter(({ partId }) => partId === part.id);
        const latest = record.readings.filter((r) => r.partId === part.id && r.cutId === (changes.at(-1)?.id ?? null) && !voided.has(r.id));
        const moved = part.cylinder === Number(row[0]) ? '' : ` (from ${part.cylinder})`;
        expect(row[columns.indexOf(head)]).toBe(`${meanOf(latest.map(({ valueG }) => valueG)).toFixed(2)}${moved}`);
      }
  });

  it('has every cut that stands by its own kind, and none that was voided', () => {
    const voided = new Set(record.voids.map(({ entryId }) => entryId));
    const standing = record.holes.filter(({ id }) => !voided.has(id));
    const rows = rowsOf(card, 'cuts');
    expect(rows).toHaveLength(standing.length);
    const nouns = {
      radial: /^hole, from the rim/,
      face: /^hole in the face, from/,
      redrill: /^hole deepened/,
      weld: /^hole welded shut/,
      turn: /^rim turned/,
      grind: /^spot ground/,
    };
    standing.forEach((cut, i) => {
      const [, what, , at, size, metal, took] = rows[i]!;
      expect(what).toMatch(cut.kind === 'bar' ? (cut.replacesId === null ? /^bar of heavy metal/ : /^bar in an old hole/) : nouns[cut.kind]);
      expect(at).toBe(degrees(((cut.angleDeg % 360) + 360) % 360, 1));
      expect(metal!.startsWith('17.50 in ')).toBe(cut.kind === 'bar');
      expect(took).not.toContain('−');
      if (isRimCut(cut)) expect(size).toMatch(/mm off the radius, \d+° to both sides$/);
      else expect(size).toContain(`${diameterOf(cut).toFixed(1)} mm × `);
      if (cut.kind === 'redrill') {
        const before = [...record.holes, ...record.spec.crank.found!].find(({ id }) => id === cut.replacesId)!;
        expect(what).toContain(`; from ${(before.kind === 'bar' ? before.lengthMm : before.depthMm).toFixed(1)} mm`);
      }
      if (cut.kind === 'weld') expect(took).toMatch(/^brought /);
      if (cut.chipsG !== null) expect(what).toContain(`chips weighed ${cut.chipsG.toFixed(1)} g`);
    });
  });

  it('gives each set-up’s first and last, one amount in all its units', () => {
    const rows = rowsOf(card, 'unbalance');
    const voided = new Set(record.voids.map(({ entryId }) => entryId));
    const counted = record.spins.filter(
      ({ id, quick }) => !voided.has(id) && quick !== true && !figures.spins.find(({ spinId }) => spinId === id)?.setAside,
    );
    const setUps = [...new Set(counted.map(({ mounted }) => Object.keys(mounted!).length))];
    expect(new Set(rows.map(([name]) => name)).size).toBe(setUps.length);
    expect(rows.slice(0, 2).map(([, which, plane]) => [which!.split(':')[0], plane])).toEqual([
      ['as received', 'A'],
      ['as received', 'B'],
    ]);
    const { planes } = record.spec.crank;
    rows.forEach(([, , plane, amount, error, , gmm, ozin, newtons, lbf]) => {
      const radiusMm = plane === 'A' ? planes.radiusAMm : planes.radiusBMm;
      expect(amount).toMatch(new RegExp(` g at ${radiusMm.toFixed(0)} mm$`));
      expect(numberIn(error!)).toBeGreaterThan(0);
      // As many digits as the error has two of, two places at the most; both alike.
      const places = placesIn(error!);
      expect(placesIn(amount!)).toBe(places);
      expect(places === 2 || numberIn(error!) >= 10 ** (1 - places) - 10 ** -places).toBe(true);
      expect(Math.abs(numberIn(amount!) * radiusMm - numberIn(gmm!))).toBeLessThan(halfStep(amount!) * radiusMm + 0.5);
      // 1 oz·in = 720.0778 g·mm; N = kg·m·ω² at 5200 rpm; 1 lbf = 4.448222 N.
      expect(Math.abs(numberIn(gmm!) / 720.0778 - numberIn(ozin!))).toBeLessThan(0.0013);
      expect(Math.abs(numberIn(gmm!) * 1e-6 * ((2 * Math.PI * 5200) / 60) ** 2 - numberIn(newtons!))).toBeLessThan(0.7);
      expect(Math.abs(numberIn(newtons!) / 4.448222 - numberIn(lbf!))).toBeLessThan(0.17);
    });
    const first = counted[0]!;
    const hung = record.hungWeights.find(({ spinId }) => spinId === first.id)?.pieces?.[0];
    const { re, im } = first.turns.mean.aGmm;
    const [on, at] = [(hung?.massG ?? 0) * (hung?.radiusMm ?? 0), ((hung?.angleDeg ?? 0) * Math.PI) / 180];
    const receivedG = Math.hypot(re - on * Math.cos(at), im - on * Math.sin(at)) / planes.radiusAMm;
    expect(Math.abs(numberIn(rows[0]![3]!) - receivedG)).toBeLessThan(halfStep(rows[0]![3]!) + 0.005);
  });

  it('owns up to every spin and cut that was put right, with its reason', () => {
    const entries = [...record.spins, ...record.holes];
    const own = record.voids.filter(({ entryId }) => entries.some(({ id }) => id === entryId));
    const lines = (sectionOf(card, 'putRight')?.lines ?? []).map(textOf);
    expect(lines).toHaveLength(own.length);
    own.forEach(({ reason }, i) => expect(lines[i]).toMatch(new RegExp(`: ${reason}$`)));
  });

  it('names every swap, exchange and cut of a part', () => {
    const lines = (sectionOf(card, 'changed')?.lines ?? []).map(textOf);
    const swapped = Object.keys(record.decisions['match.arrangement']?.value ?? {}).length;
    expect(lines.filter((words) => / runs in cylinder /.test(words))).toHaveLength(swapped);
    expect(lines.filter((words) => /a new one came in its place/.test(words))).toHaveLength(
      record.partCuts.filter(({ replaced }) => replaced).length,
    );
  });
});

it('tells the customer each step in two sentences, with its numbers', () => {
  for (const { sheet, figures } of SEEDS.map(made)) {
    const steps = customerSteps(sheet, figures);
    expect(new Set(steps.map(({ title }) => title)).size).toBe(steps.length);
    for (const { sentences } of steps)
      for (const sentence of sentences) {
        expect(sentence).toMatch(/^[A-Z0-9][^.!?]*(\.\d[^.!?]*)*\.$/);
        expect(sentence).not.toMatch(/NaN|Infinity|undefined|\b1 (parts|times|places|things|cuts)\b|\b0 (part|time|place)\b/);
      }
    const took = sheet.holes.filter(({ kind }) => kind !== 'bar' && kind !== 'weld').length;
    const corrected = steps.find(({ title }) => title === 'We corrected it')?.sentences[0] ?? '';
    expect(/off in (\d+) place/.exec(corrected)?.[1] ?? '0').toBe(String(took));
  }
});

it('makes every kind of thing between them', () => {
  const all = SEEDS.map(made);
  const kinds = new Set(all.flatMap(({ sheet }) => sheet.holes.map(({ kind }) => kind)));
  expect(kinds).toEqual(new Set(['radial', 'face', 'bar', 'redrill', 'weld', 'turn', 'grind']));
  expect(all.some(({ card }) => sectionOf(card, 'arrived')!.lines.some((line) => textOf(line).startsWith('The crank came with')))).toBe(true);
  expect(new Set(all.map(({ card }) => new Set(rowsOf(card, 'unbalance').map(([name]) => name)).size))).toEqual(new Set([1, 2, 3]));
});

describe('a signed card', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
  });
  afterAll(() => server.stop());
  const cardOf = async (jobId: string): Promise<JobCard> => (await server.get(`jobs/${jobId}/card`)).body as JobCard;
  const signedOf = async (jobId: string): Promise<SignedCard[]> => (await server.get(`jobs/${jobId}/signed-cards`)).body as SignedCard[];
  const inside = async (): Promise<JobSheet> => {
    const job = await server.job();
    const { id: machineId } = await server.newMachine({ name: 'Fine machine', scatterGmm: 2, gainPercent: null });
    const repeats = [20, 21, 19].map((amount) => ({ a: { amount, angleDeg: 0 }, b: { amount: 20, angleDeg: 90 } }));
    const spin = { machineId, calibrationId: null, speedRpm: 600, repeats, cautionsConfirmed: true };
    await server.refuseWeights(job.id);
    await server.post(`jobs/${job.id}/spins/typed`, { ...server.entry(), ...spin });
    await server.post(`jobs/${job.id}/spins/typed`, { ...server.entry(), ...spin });
    await server.post(`jobs/${job.id}/sign-offs`, server.entry());
    return job;
  };

  it('is shown as it was, though the arithmetic says something else since; what differs is named', async () => {
    const job = await inside();
    const [signed] = await signedOf(job.id);
    expect(signed).toMatchObject({ by: 'Ottoline Fasch', coreVersion: CORE_VERSION, card: { number: job.number } });
    expect(cardDifferences(signed!.card!, await cardOf(job.id))).toEqual([]);
    // As an older arithmetic would have left it.
    const older = JSON.stringify(signed!.card).replaceAll('0.24 g', '0.31 g');
    await server.db('sign_off').where({ job_id: job.id }).update({ core_version: '0.0.9', card: older });
    const [shown] = await signedOf(job.id);
    expect(shown!.coreVersion).toBe('0.0.9');
    const differences = cardDifferences(shown!.card!, await cardOf(job.id));
    expect(differences).not.toHaveLength(0);
    for (const { was, is } of differences) expect([was.includes('0.31 g'), is.includes('0.24 g')]).toEqual([true, true]);
    const { body } = await server.raw('GET', `jobs/${job.id}/card.pdf?paper=letter&signOffId=${signed!.signOffId}`, 'application/pdf', Buffer.of());
    const print = (await pdfText(body as Buffer)).join('');
    expect(print).toContain('0.31 g');
    expect(print).toContain('arithmetic 0.0.9');
  });

  it('from before cards were kept is said to be missing', async () => {
    const job = await inside();
    await server.db('sign_off').where({ job_id: job.id }).update({ card: null });
    const [{ signOffId, card }] = (await signedOf(job.id)) as [SignedCard];
    expect(card).toBeNull();
    const answer = await server.get(`jobs/${job.id}/card.pdf?signOffId=${signOffId}`);
    expect([answer.status, (answer.body as Problem).detail]).toEqual([404, expect.stringContaining('before signed cards were kept')]);
  });

  it('answers for paper that is not sold, and for a job of nobody’s', async () => {
    const job = await server.job();
    expect((await server.get(`jobs/${job.id}/card.pdf?paper=foolscap`)).status).toBe(400);
    expect((await server.get('jobs/00000000-0000-4000-8000-000000000000/card.pdf')).status).toBe(404);
  });
});
