import { ask } from './client.js';
import { askedBack, ProblemError, UNREACHABLE } from './problem.js';

const answering = (body: BodyInit): void => {
  globalThis.fetch = () => Promise.resolve(new Response(body, { status: 200 }));
};
const before = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = before;
});

describe('an answer', () => {
  it('that breaks off, or is none, is a server that does not answer: it may be asked again', async () => {
    const broken = new ReadableStream({
      start: (controller) => {
        controller.enqueue(new TextEncoder().encode('{"name":'));
      },
      pull: (controller) => {
        controller.error(new DOMException('The operation timed out.', 'TimeoutError'));
      },
    });
    for (const body of [broken, '<html>']) {
      answering(body);
      const fault: unknown = await ask('GET shop', {}).catch((error: unknown) => error);
      expect(fault).toBeInstanceOf(ProblemError);
      expect(fault).toMatchObject({ isFault: true, problem: UNREACHABLE });
    }
  });
});

describe('what the server asks back', () => {
  it('is nothing where the fault is none of its answers', () => {
    expect(askedBack(new ProblemError({ ...UNREACHABLE, ask: 'shopCode' }, true))).toBe('shopCode');
    for (const other of [new ProblemError(UNREACHABLE, true), new DOMException('gone', 'AbortError'), new TypeError('no'), null, undefined])
      expect(askedBack(other)).toBeUndefined();
  });
});
