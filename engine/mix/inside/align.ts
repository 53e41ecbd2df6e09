import { align, type Alignment } from '../../../core/sound';
import type { Desk } from '../../workers/serve';
import type { MixCalls } from '../mix.protocol';
import { openPcm } from './sources';

/** Compares two stored sounds from end to end. It holds the worker for a second or two and cannot be stopped half-way. */
export async function alignStored({ first, second }: Parameters<MixCalls['align']>[0], desk: Desk): Promise<Alignment | null> {
  const a = await openPcm(first);
  try {
    const b = await openPcm(second);
    try {
      return align(a, b, (share) => desk.progress(share));
    } finally {
      b.close();
    }
  } finally {
    a.close();
  }
}
