import { randomUUID } from 'node:crypto';

/** A number from 0 up to before 1. */
export type Random = () => number;

/** What of Joi's description of a schema is needed to make values for it. */
interface Description {
  readonly type?: string;
  readonly flags?: { readonly only?: boolean; readonly presence?: string };
  readonly allow?: readonly unknown[];
  readonly rules?: readonly { readonly name: string; readonly args?: { readonly limit?: unknown } }[];
  readonly keys?: Readonly<Record<string, Description>>;
  readonly items?: readonly Description[];
  readonly patterns?: readonly { readonly schema?: Description; readonly rule: Description }[];
  readonly matches?: readonly {
    readonly schema?: Description;
    readonly switch?: readonly { readonly then: Description }[];
    readonly then?: Description;
  }[];
}

/** How often a number lies at an end of what it may be. */
const EDGE_RATIO = 0.3;

/** What a program or a person with a grudge sends in place of anything. */
const HOSTILE: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\uD800',
  '🛥️'.repeat(50),
  'x'.repeat(5000),
  '=1+1',
  "'; drop table job; --",
  '../../../etc/passwd',
  '__proto__',
  -1,
  0,
  0.1 + 0.2,
  1e308,
  -1e308,
  5e-324,
  2 ** 31,
  2 ** 53,
  -(2 ** 63),
  '12',
  'NaN',
  [],
  [[[[[]]]]],
  {},
  { constructor: { prototype: 1 } },
  Array.from({ length: 300 }, (_, i) => i),
];

/** Makes values for a schema, each part of them wrong now and then. */
export class Fuzzer {
  /** @param ids real ones, among which a made-up one is found at times @param wrongRatio how often a part is not what it should be */
  constructor(
    private readonly random: Random,
    private readonly ids: readonly string[],
    private readonly wrongRatio: number,
  ) {}

  value(schema: Description): unknown {
    if (this.random() < this.wrongRatio) return this.one(HOSTILE);
    const allowed = (schema.allow ?? []).filter((value) => typeof value !== 'object' || value === null);
    if (allowed.length > 0 && (schema.flags?.only || this.random() < 0.2)) return this.one(allowed);
    switch (schema.type) {
      case 'object':
        return this.object(schema);
      case 'array':
        return this.array(schema);
      case 'number':
        return this.number(schema, -1000, 1000, schema.rules?.some(({ name }) => name === 'integer') ?? false);
      case 'boolean':
        return this.random() < 0.5;
      case 'string':
        if (schema.rules?.some(({ name }) => name === 'guid')) return this.random() < 0.9 ? this.one(this.ids) : randomUUID();
        return this.one(['cw1', 'cw2', 'a word', 'Ottoline', '2026-11-26', 'mass', '{value} g']);
      case 'alternatives': {
        const ways = (schema.matches ?? [])
          .flatMap((match) => [match.schema, match.then, ...(match.switch ?? []).map(({ then }) => then)])
          .filter((way) => way !== undefined);
        return ways.length === 0 ? this.one(HOSTILE) : this.value(this.one(ways));
      }
      default:
        return this.one(HOSTILE);
    }
  }

  /** An id from an address: mostly one of these. */
  id(some: readonly string[]): string {
    return this.random() < this.wrongRatio ? this.one(['7', '%00', '..', 'x'.repeat(300), randomUUID(), '🛥️']) : this.one(some);
  }

  one<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }

  private object({ keys = {}, patterns = [] }: Description): object {
    const made: Record<string, unknown> = {};
    for (const [key, schema] of Object.entries(keys)) {
      if (schema.flags?.presence === 'forbidden') continue;
      const leftOut = schema.flags?.presence === 'required' ? this.wrongRatio : 0.4;
      if (this.random() >= leftOut) made[key] = this.value(schema);
    }
    for (const { rule } of patterns) for (let i = 0; i < 2; i += 1) made[this.random() < 0.5 ? this.one(this.ids) : 'flywheel'] = this.value(rule);
    if (this.random() < this.wrongRatio) made[this.one(['__proto__x', 'personId', 'shopId', ' '])] = this.one(HOSTILE);
    return made;
  }

  private array(schema: Description): unknown[] {
    const item = schema.items?.[0];
    const count = Math.min(this.number(schema, 0, 6, true), 40);
    return Array.from({ length: count }, () => (item ? this.value(item) : null));
  }

  /** A number within the schema's own limits, often at one of them. */
  private number({ rules = [] }: Description, least: number, most: number, isWhole: boolean): number {
    const limit = (...names: string[]): number | undefined => {
      const said = rules.find(({ name }) => names.includes(name))?.args?.limit;
      return typeof said === 'number' ? said : undefined;
    };
    const low = limit('min', 'greater', 'length') ?? least;
    const high = limit('max', 'less', 'length') ?? Math.max(low, most);
    const value = this.random() < EDGE_RATIO ? this.one([low, high]) : low + this.random() * Math.min(high - low, 50);
    return isWhole ? Math.round(value) : value;
  }
}
