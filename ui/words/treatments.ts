import type { Lane, Treatment } from '../../core/show';
import { decimal, t, type PlainKey } from '../../words';

export const TREATMENT_NAMES: { readonly [K in Treatment['kind']]: PlainKey } = {
  lowCut: 'treat.lowCut',
  tone: 'treat.tone',
  steady: 'treat.steady',
  hiss: 'treat.hiss',
  clear: 'treat.clear',
  echo: 'treat.echo',
  room: 'treat.room',
};

/** What a chain does, in a few words: those that are switched on, in their order. */
export function sayChain(chain: readonly Treatment[]): string {
  const on = chain.filter((one) => one.on);
  return on.length === 0 ? t('treat.none') : on.map(({ kind }) => t(TREATMENT_NAMES[kind])).join(' · ');
}

/** What is set of a lane beside its level: treatments, a ride. */
export function sayLaneSettings({ treatments = [], pins = [] }: Pick<Lane, 'treatments' | 'pins'>): string {
  const ride = pins.length > 0 ? t('balance.riddenShort') : '';
  const chain = treatments.some((one) => one.on) ? sayChain(treatments) : '';
  return [chain, ride].filter(Boolean).join(' · ') || t('treat.none');
}

/** A share as percent. */
export const sayShare = (share: number): string => `${decimal(share * 100, 0)} %`;
