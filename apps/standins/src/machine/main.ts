import { runStandin } from '../runStandin.js';
import { listen } from './listen.js';

await runStandin({ name: 'balancing machine', portName: 'TARE_MACHINE_PORT', usualPort: 4181, hurryName: 'TARE_MACHINE_HURRY', listen });
