import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { Device, type JobRecord } from '@tare/contract';
import type { Random } from './fuzzedValue.js';

/** What a typist does besides readings. */
export type Trade = 'types' | 'captures' | 'drills' | 'signs';

interface Entry {
  readonly ids: readonly string[];
  readonly path: string;
  readonly body: object;
}

const PAUSE_MS = { between: 40, afterFault: 250, betweenSignatures: 8000 };
/** A crank with more holes than this is worked out for longer than anybody drills. */
const MOST_HOLES = 30;
const BATCH = 5;

/** Somebody at a bench, as the browser's outbox is: every entry has its id from the start and goes out until it is answered. */
export class Typist {
  /** Ids of all that was typed, and of what was acknowledged. */
  readonly typed = new Set<string>();
  readonly acknowledged = new Set<string>();
  readonly refused: string[] = [];
  private readonly device: Device;
  private entries = 0;
  private holes = 0;

  constructor(
    url: string,
    private readonly job: JobRecord,
    private readonly personId: string,
    private readonly trade: Trade,
    /** Whose display is read by whoever signs. */
    private readonly machineId: string,
    private readonly random: Random,
  ) {
    this.device = new Device(url);
  }

  get jobId(): string {
    return this.job.id;
  }

  /** Works until told to stop; what is typed then still goes out. */
  async work(stop: AbortSignal): Promise<void> {
    while (!stop.aborted) {
      for (const entry of this.next()) {
        entry.ids.forEach((id) => this.typed.add(id));
        while (!(await this.isAnswered(entry))) await setTimeout(PAUSE_MS.afterFault * (0.5 + this.random()));
      }
      await setTimeout(this.trade === 'signs' ? PAUSE_MS.betweenSignatures : PAUSE_MS.between);
    }
  }

  private async isAnswered({ ids, path, body }: Entry): Promise<boolean> {
    let answer: Response;
    let said: string;
    try {
      answer = await this.device.send('POST', path, body);
      said = await answer.text();
    } catch {
      return false;
    }
    if (answer.ok) ids.forEach((id) => this.acknowledged.add(id));
    else if (answer.status >= 500 || [401, 408, 429].includes(answer.status)) return false;
    else this.refused.push(`${path}: ${answer.status} ${said}`);
    return true;
  }

  /** What is done next, one after the other: a signature follows a spin. */
  private next(): Entry[] {
    this.entries += 1;
    const { id, spec, parts, partCuts } = this.job;
    const single = parts.filter(({ kind }) => kind === 'pin' || kind === 'piston');
    const reading = (): { id: string } & Record<string, unknown> => {
      const partId = single[Math.floor(this.random() * single.length)]!.id;
      const cutId = partCuts.findLast((cut) => cut.partId === partId)?.id ?? null;
      return { id: randomUUID(), personId: this.personId, partId, measure: 'mass', valueG: 100 + this.entries / 100, cutId };
    };
    const made = { id: randomUUID(), personId: this.personId };
    if (this.trade === 'captures') {
      const readings = Array.from({ length: BATCH }, reading);
      return [{ ids: readings.map((one) => one.id), path: `jobs/${id}/readings/batch`, body: { ...made, readings } }];
    }
    if (this.trade === 'signs') {
      const turned = { amount: 0.1 + this.random() / 10, angleDeg: Math.floor(360 * this.random()) };
      const spin = { machineId: this.machineId, calibrationId: null, speedRpm: 500, repeats: [{ a: turned, b: turned }], cautionsConfirmed: true };
      const spun = { ...spin, id: randomUUID(), personId: this.personId };
      return [
        { ids: [spun.id], path: `jobs/${id}/spins/typed`, body: spun },
        { ids: [made.id], path: `jobs/${id}/sign-offs`, body: made },
      ];
    }
    if (this.trade === 'drills' && this.holes < MOST_HOLES && this.random() < 0.3) {
      this.holes += 1;
      const [counterweight] = spec.crank.counterweights;
      const cut = { kind: 'radial', counterweightId: counterweight!.id, angleDeg: this.holes * 10, bitMm: 8, pointAngleDeg: 118, depthMm: 10 };
      return [{ ids: [made.id], path: `jobs/${id}/holes`, body: { ...made, planId: null, planIndex: null, another: true, cut } }];
    }
    const one = reading();
    return [{ ids: [one.id], path: `jobs/${id}/readings`, body: one }];
  }
}
