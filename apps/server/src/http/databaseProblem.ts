/** What a person is told of a failure that the database reported. */
interface Told {
  readonly status: 400 | 422 | 503;
  readonly detail: string;
}

const AWAY: Told = {
  status: 503,
  detail: 'Tare’s database does not answer. Nothing was recorded; what you typed is kept here and goes out again when it is back.',
};

/** Of the connection, not of what was asked: refused, cut, or never handed out. */
const NO_CONNECTION = ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND'];

/** SQLSTATE classes and codes (PostgreSQL's table of error codes) that say the server is away, starting, stopping or full of people. */
const AWAY_STATES = /^(08|57P0[1-4]|53300)/;

/** The driver and its pool have no codes for these. */
const NO_CODE = /^Connection terminated|^Client has encountered a connection error|^timeout exceeded/;

const IN_EACH_OTHERS_WAY: Told = {
  status: 503,
  detail: 'Two people wrote at the same moment and stood in each other’s way. Nothing was recorded; it goes out again.',
};

/** What cannot be stored as it was sent, by SQLSTATE. */
const UNFIT: Readonly<Record<string, Told>> = {
  '22021': { status: 400, detail: 'A text holds a character that cannot be kept: a zero byte, or half of one.' },
  '22P05': { status: 400, detail: 'A text holds a character that cannot be kept: a zero byte, or half of one.' },
  '22P02': { status: 400, detail: 'A number or an id is not written as one.' },
  '22003': { status: 400, detail: 'A number is too large to be kept.' },
  '23503': { status: 422, detail: 'It names somebody or something that is not here.' },
  '23502': { status: 422, detail: 'Something that has to be said is missing.' },
  '23514': { status: 422, detail: 'It holds a value that cannot be.' },
  '40P01': IN_EACH_OTHERS_WAY,
  '40001': IN_EACH_OTHERS_WAY,
  '53100': {
    status: 503,
    detail: 'The disk that holds Tare’s database is full. Nothing was recorded; make room there, and what you typed goes out again.',
  },
};

/** A failure as it tells of itself, whichever realm its class is from. */
interface Failure {
  readonly name?: unknown;
  readonly code?: unknown;
  readonly message?: unknown;
  /** Of a host with several addresses: one for each. */
  readonly errors?: readonly unknown[];
}

/** Tells a failure of the database by what it says of itself; null for one that nobody foresaw. */
export function databaseProblem(error: unknown): Told | null {
  if (typeof error !== 'object' || error === null) return null;
  const { name, code, message, errors } = error as Failure;
  if (Array.isArray(errors)) return errors.map(databaseProblem).find((told) => told !== null) ?? null;
  if (typeof code === 'string' && code in UNFIT) return UNFIT[code]!;
  if (typeof code === 'string' && (AWAY_STATES.test(code) || NO_CONNECTION.includes(code))) return AWAY;
  return name === 'KnexTimeoutError' || NO_CODE.test(String(message)) ? AWAY : null;
}
