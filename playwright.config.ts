import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/Browser',
  testMatch: process.env['SCREENSHOTS'] === undefined ? '*.spec.ts' : 'screenshots.ts',
  outputDir: 'test-results',
  // A busy machine is slow, not wrong.
  timeout: 480_000,
  expect: { timeout: 30_000 },
  workers: 1,
  reporter: 'list',
  use: {
    baseURL: process.env['BASE_URL'] ?? 'http://127.0.0.1:8080',
    contextOptions: { reducedMotion: 'reduce' },
    viewport: { width: 1280, height: 800 },
    // A trace of every step costs a journey a third of its time: TRACE=1 records one.
    trace: process.env['TRACE'] === undefined ? 'off' : 'retain-on-failure',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-software-rasterizer',
        '--disable-gpu-compositing',
        '--disable-smooth-scrolling',
      ],
    },
  },
});
