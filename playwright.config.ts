import { defineConfig } from '@playwright/test';

// One of them for each worker, a line each: a journey has an installation that no other disturbs.
const ofWorker = (all: string, one: string, usual: string): string =>
  process.env[all]?.split('\n')[Number(process.env['TEST_PARALLEL_INDEX'] ?? 0)] ?? process.env[one] ?? usual;

process.env['BASE_URL'] = ofWorker('BASE_URLS', 'BASE_URL', 'http://127.0.0.1:8080');
process.env['DATA_DIR'] = ofWorker('DATA_DIRS', 'DATA_DIR', 'var');

export default defineConfig({
  testDir: 'tests/Browser',
  testMatch: process.env['SCREENSHOTS'] === undefined ? '*.spec.ts' : 'screenshots.ts',
  outputDir: 'test-results',
  // A busy machine is slow, not wrong.
  timeout: 480_000,
  expect: { timeout: 120_000 },
  workers: 1,
  reporter: 'list',
  use: {
    baseURL: process.env['BASE_URL'],
    contextOptions: { reducedMotion: 'reduce' },
    viewport: { width: 1280, height: 800 },
    // A trace of every step costs a journey a third of its time: TRACE=1 records one.
    trace: process.env['TRACE'] === undefined ? 'off' : 'retain-on-failure',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
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
