import { chromium, request as R } from '@playwright/test';
import { readyV8 } from './dist/readyV8.js';
