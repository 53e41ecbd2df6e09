import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import type { CabinetKind } from './cabinet';

const KEY = 'cabinet';

/** Which cabinet was found at an earlier visit; null where none is known. Media stay where they are, also where the browser learns better ways. */
export async function rememberedCabinet(): Promise<CabinetKind | null> {
  const kind = await createAsyncStorage('rainbed')
    .getItem(KEY)
    .catch(() => null);
  return kind === 'files' || kind === 'blocks' ? kind : null;
}

/** Keeps it for later visits; where nothing can be kept, it is found out anew. */
export async function rememberCabinet(kind: CabinetKind): Promise<void> {
  if (kind === 'memory') return;
  await createAsyncStorage('rainbed')
    .setItem(KEY, kind)
    .catch(() => undefined);
}
