import { addressOf } from './address.js';
import { PERSON_HEADER, sentBy } from './byPerson.js';

/** A program of the shop’s own at Tare’s API, as a browser on one of its devices would be: whoever it writes for is picked first. */
export class Device {
  private readonly cookies = new Map<string, string>();

  /** @param origin where Tare is, such as http://127.0.0.1:4180 */
  constructor(private readonly origin: string) {}

  /** Sends an entry for whoever its `personId` names. @param path below /api */
  async send(method: string, path: string, entry?: object): Promise<Response> {
    const { body, personId } = sentBy(entry);
    return this.fetch(method, path, personId, entry === undefined ? {} : { body, headers: { 'content-type': 'application/json' } });
  }

  /** Sends bytes. @param path below /api */
  sendBytes(method: string, path: string, personId: string, type: string, bytes: Uint8Array<ArrayBuffer>): Promise<Response> {
    return this.fetch(method, path, personId, { body: bytes, headers: { 'content-type': type } });
  }

  private async fetch(method: string, path: string, personId: string | null, init: RequestInit): Promise<Response> {
    const ask = (): Promise<Response> =>
      fetch(`${this.origin}/api/${path}`, {
        ...init,
        method,
        headers: {
          ...(init.headers as Record<string, string> | undefined),
          origin: this.origin,
          cookie: this.cookie(),
          ...(personId === null ? {} : { [PERSON_HEADER]: personId }),
        },
      });
    const answer = await ask();
    if (answer.status !== 401 || personId === null) return answer;
    await this.pick(personId);
    return ask();
  }

  private async pick(personId: string): Promise<void> {
    const answer = await fetch(`${this.origin}/api/${addressOf('POST at-the-bench', {})}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: this.origin, cookie: this.cookie() },
      body: JSON.stringify({ pick: personId }),
    });
    for (const line of answer.headers.getSetCookie()) {
      const [pair = ''] = line.split(';');
      this.cookies.set(pair.slice(0, pair.indexOf('=')), pair);
    }
  }

  private cookie(): string {
    return [...this.cookies.values()].join('; ');
  }
}
