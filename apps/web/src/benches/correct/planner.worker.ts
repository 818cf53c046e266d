import { planChoices } from '@tare/core';
import { expose } from 'comlink';

expose({ planChoices });
