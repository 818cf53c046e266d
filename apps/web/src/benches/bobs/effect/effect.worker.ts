import { factorEffect } from '@tare/core';
import { expose } from 'comlink';

const effects = { factorEffect };
export type Effects = typeof effects;

expose(effects);
