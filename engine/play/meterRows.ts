import { LANE_NUMBERS, METER_STEP, WHOLE_NUMBERS } from '../../core/mix';
import { RATE } from '../../core/units';
import type { Block } from './play.protocol';

/** Meters are kept from so many steps before a block to so many behind it. */
const KEPT = { before: 60, behind: 200 };

/** What the meters read while blocks were mixed, by the step of the show. */
export class MeterRows {
  private readonly rows = new Map<number, Float32Array>();
  private lanes: readonly string[] = [];

  keep({ first, meters: { step, rows, lanes } }: Block): void {
    this.lanes = lanes;
    const width = lanes.length * LANE_NUMBERS + WHOLE_NUMBERS;
    for (let i = 0; i * width < rows.length; i += 1) this.rows.set(step + i, rows.subarray(i * width, (i + 1) * width));
    const oldest = Math.floor(first / METER_STEP) - KEPT.before;
    for (const known of this.rows.keys()) if (known < oldest || known > step + KEPT.behind) this.rows.delete(known);
  }

  /** What they said at a second of the plan, and the lanes that it speaks of; null where nothing was measured. */
  at(seconds: number): { readonly row: Float32Array; readonly lanes: readonly string[] } | null {
    const row = this.rows.get(Math.max(0, Math.floor((seconds * RATE) / METER_STEP) - 1));
    return row ? { row, lanes: this.lanes } : null;
  }

  clear(): void {
    this.rows.clear();
  }
}
