/** Steps from one format number to the next, keyed by the number they start from. Format 1 is the first. */
const STEPS: Readonly<Record<number, (raw: Record<string, unknown>) => Record<string, unknown>>> = {};

/** Brings an older document up to date, step by step. What has no format number is returned as it is, for the schema to refuse. */
export function migrate(raw: unknown): unknown {
  let current = raw as Record<string, unknown>;
  for (;;) {
    const step = typeof current.format === 'number' ? STEPS[current.format] : undefined;
    if (!step) return current;
    current = step(current);
  }
}
