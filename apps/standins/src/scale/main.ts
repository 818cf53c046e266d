import { runStandin } from '../runStandin.js';
import { listen } from './listen.js';

await runStandin({ name: 'scale', portName: 'TARE_SCALE_PORT', usualPort: 4184, hurryName: 'TARE_SCALE_HURRY', listen });
