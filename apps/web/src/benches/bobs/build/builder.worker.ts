import { buildBobs, type BobBox, type BobBuild, type BobWish } from '@tare/core';
import { highsSolver } from '@tare/solver';
import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';

const solver = highsSolver(wasmUrl);
const builder = { build: async (box: BobBox, wish: BobWish): Promise<BobBuild> => buildBobs(box, wish, await solver) };
export type Builder = typeof builder;

expose(builder);
