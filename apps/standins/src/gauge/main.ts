import { runStandin } from '../runStandin.js';
import { listen } from './listen.js';

await runStandin({ name: 'gauge', portName: 'TARE_GAUGE_PORT', usualPort: 4185, hurryName: 'TARE_GAUGE_HURRY', listen });
