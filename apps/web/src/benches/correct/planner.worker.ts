import { planHoles } from '@tare/core';
import { expose } from 'comlink';

expose({ planHoles });
