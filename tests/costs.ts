import { appendFileSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';

const FILE = resolve('test-results/costs.jsonl');

/** Notes what a part of a test's set-up took, ms: `npm test` says the sums at its end. */
export function noteCost(what: string, since: number): void {
  mkdirSync(dirname(FILE), { recursive: true });
  appendFileSync(FILE, `${JSON.stringify({ what, ms: Math.round(performance.now() - since) })}\n`);
}
