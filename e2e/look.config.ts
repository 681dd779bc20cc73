import { defineConfig } from '@playwright/test';
import tests from './playwright.config';
export default defineConfig({ ...tests, testDir: './look', testMatch: '*.spec.ts' });
