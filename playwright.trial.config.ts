import { defineConfig } from '@playwright/test';
import base from './playwright.config';

/** Long trials, by hand: `npm run trial`. */
export default defineConfig({ ...base, testMatch: '**/*.trial.ts', reporter: 'line' });
