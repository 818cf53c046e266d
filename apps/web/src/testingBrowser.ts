import { webcrypto } from 'node:crypto';
import { ReadableStream, TextDecoderStream, TransformStream } from 'node:stream/web';
import { TextDecoder, TextEncoder } from 'node:util';

/** What every browser has and jsdom has not: Node's own are the same. */
for (const [name, value] of Object.entries({ TextDecoder, TextEncoder, ReadableStream, TextDecoderStream, TransformStream, crypto: webcrypto }))
  Object.defineProperty(globalThis, name, { configurable: true, value });
