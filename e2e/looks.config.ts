import { defineConfig } from '@playwright/test';
import journeys from './playwright.config.ts';

// Every screen and dialog in both looks at three widths takes too long for every run: npm run looks.
export default defineConfig(journeys, { testDir: './looks', reporter: [['list']] });
