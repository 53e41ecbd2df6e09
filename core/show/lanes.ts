import { phrase, type Say } from '../phrase';
import { LIMITS } from './limits';
import type { FieldsOf, Lane, LaneKind, Part, PartOf, Show } from './types';
import type { DipRules } from './dipTypes';

/** What is true of every lane of a kind. */
export interface LaneTraits<K extends LaneKind> {
  /** How many a show may have. */
  readonly most: number;
  /** Whether one piece takes over from another where they overlap; else sounds lie over one another, and only cross where they touch. */
  readonly takesOver: boolean;
  /** The rule by which it goes down for speech; null where it never does. */
  readonly dips: 'bed' | 'own' | 'spot' | null;
  /** Whether what is said on it asks for dips: always, where the show says so, or never. */
  readonly asks: 'always' | 'where wanted' | 'never';
  /** Whether whoever made what lies on it is to be credited. */
  readonly credited: boolean;
  /** Names that tracks of other programs give to such a lane. */
  readonly known: RegExp | null;
  /** What parts on it may have beside what every part has. */
  readonly fields: readonly (keyof FieldsOf[K])[];
}

/** The kinds of lane there are, in the order in which they stand beside one another. A new kind is one entry here; the compiler names the rest. */
export const LANES: { readonly [K in LaneKind]: LaneTraits<K> } = {
  bed: {
    most: LIMITS.beds,
    takesOver: true,
    dips: 'bed',
    asks: 'never',
    credited: true,
    known: null,
    fields: ['fit'],
  },
  voice: {
    most: LIMITS.voice.lanes,
    takesOver: false,
    dips: null,
    asks: 'always',
    credited: false,
    known: /voice|narrat|speech|dialog/i,
    fields: ['dip', 'take', 'takes', 'words'],
  },
  own: {
    most: 1,
    takesOver: false,
    dips: 'own',
    asks: 'where wanted',
    credited: false,
    known: null,
    fields: ['clip'],
  },
  spot: {
    most: 1,
    takesOver: false,
    dips: 'spot',
    asks: 'never',
    credited: true,
    known: /spot|effect|sfx/i,
    fields: [],
  },
};

export const LANE_KINDS = Object.keys(LANES) as readonly LaneKind[];

/** Fields that some kinds of part have and others do not, by kind. */
const EVERY_FIELD: readonly string[] = LANE_KINDS.flatMap((kind) => LANES[kind].fields as readonly string[]);

/** What lanes were called when a new one was given a name in English: one that still bears it has no name of its own. */
const FORMERLY: Readonly<Record<LaneKind, string>> = { bed: 'Bed', voice: 'Voice', own: 'Clips’ sound', spot: 'Spot sounds' };

/** What a lane is called: by the name that a person gave it, else by its kind. */
export function laneName({ title, kind }: Pick<Lane, 'title' | 'kind'>, say: Say): string {
  return title === '' || title === FORMERLY[kind] ? say(phrase(`lanes.${kind}`)) : title;
}

/** A new lane: at its own level, in the middle. Without a title it is called by its kind. */
export const newLane = (id: string, kind: LaneKind, title = ''): Lane => ({
  id,
  kind,
  title,
  gain: 0,
  pan: 0,
  mute: false,
  solo: false,
});

/** The lanes of a kind, in their order. */
export function lanesOf(show: Pick<Show, 'lanes'>, kind: LaneKind): Lane[] {
  return show.lanes.filter((lane) => lane.kind === kind);
}

/** A part as one of another kind: what that kind does not have is left behind. */
export function asKind<K extends LaneKind>(part: Part, kind: K): PartOf<K> {
  const foreign = new Set(EVERY_FIELD.filter((field) => !(LANES[kind].fields as readonly string[]).includes(field)));
  return { ...Object.fromEntries(Object.entries(part).filter(([field]) => !foreign.has(field))), kind } as PartOf<K>;
}

/** Whether the rules of a show make a part go down for speech. One whose dips were taken over as pins is left alone. */
export function dipsFor(rules: DipRules, part: Part): boolean {
  const rule = LANES[part.kind].dips;
  return rule !== null && rules[rule] && !part.undipped;
}

/** Whether a lane is heard: muted ones are not, and where any is heard alone, only those are. */
export function isHeard(lane: Lane, soloed: boolean): boolean {
  return !lane.mute && (!soloed || lane.solo);
}
