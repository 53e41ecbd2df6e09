import { dipsFor, ownParts, partEnd, soundSeconds, strandsOf, type Part, type Show, type Strand } from '../show';
import type { Decibels, Seconds } from '../units';
import { depthFor, sumOf } from './clear';
import { joinsBetween } from './joins';
import { partEnvelope } from './part';
import { PartPower } from './power';
import { strandPart } from './strand';
import { PartBands, thinFor, type Masker } from './thin';
import type { Heard } from './voices';

/** What is said from one moment to another asks what dips to go down by `gain`, before a narration's own wish, and some layers to go. */
export type Asks = (from: Seconds, to: Seconds) => { readonly gain: Decibels; readonly gone: readonly string[] };

/** A name for a layer of a part. */
export const strandKey = (part: string, layer: string): string => `${part} ${layer}`;

/** What a show knows of how loud something that sounds is. */
interface Loud {
  readonly power: PartPower;
  readonly bands: PartBands;
}

/** How loud parts are before dips, by what is played: a part that did not change is not measured again while another one is moved. */
const known = new WeakMap<Part, Map<string, { readonly key: string; readonly loud: Loud }>>();

/** How loud a part, or one of its layers, is before dips; null where it was not listened to. */
function loudOf(show: Show, part: Part, strand: Strand | null, heard: Heard): Loud | null {
  const profile = heard.get(strand?.media ?? part.media);
  if (!profile) return null;
  const lane = show.lanes.find((one) => one.id === part.lane)!;
  const joins = joinsBetween(show).get(part.id) ?? {};
  const key = `${lane.gain} ${JSON.stringify(lane.pins)} ${JSON.stringify(joins)}`;
  const mine = known.get(part) ?? new Map<string, { key: string; loud: Loud }>();
  known.set(part, mine);
  const name = strand?.media ?? '';
  const before = mine.get(name);
  if (before?.key === key) return before.loud;
  const sounding = strand ? strandPart(part, strand) : part;
  const sound = soundSeconds(show, part);
  const of = [sounding, sound, profile, partEnvelope(sounding, lane, sound, joins), joins.into ?? null, joins.out ?? null] as const;
  const loud = { power: new PartPower(...of), bands: new PartBands(...of) };
  mine.set(name, { key, loud });
  return loud;
}

/** Something that sounds: a part, or one of its layers. */
interface Sounding {
  readonly part: Part;
  readonly strand: Strand | null;
}

/**
 * The layers by which a part is judged. The power of a piece is known better than the sum of its layers', which add up otherwise where they swing together:
 * it is taken apart only where one of them sounds otherwise, or where the show thins out.
 */
export const judgedBy = (show: Show, part: Part): Strand[] =>
  show.dips.depth.by === 'thin' || (part.layers?.length ?? 0) > 0 ? strandsOf(show, part) : [];

/** What of parts sounds: they themselves, or those of their layers that are heard. */
const soundingOf = (show: Show, parts: readonly Part[]): Sounding[] =>
  parts.flatMap((part): Sounding[] => {
    const strands = judgedBy(show, part);
    return strands.length === 0 ? [{ part, strand: null }] : strands.filter(({ heard }) => heard).map((strand) => ({ part, strand }));
  });

/** How deep what is said asks what dips to go, and which layers it asks to go. @param askers what asks for room. */
export function asksOf(show: Show, heard: Heard, askers: readonly Part[]): Asks {
  const { depth } = show.dips;
  const voices = new Set(askers.map((part) => part.id));
  const muted = new Set(show.lanes.filter((lane) => lane.mute).map((lane) => lane.id));
  const parts = [...show.parts, ...ownParts(show)].filter((part) => !muted.has(part.lane) && !part.mute);
  const sorted = { voice: [] as Sounding[], dipped: [] as Sounding[], fixed: [] as Sounding[] };
  for (const one of soundingOf(show, parts)) {
    if (voices.has(one.part.id)) sorted.voice.push(one);
    else if (dipsFor(show.dips, one.part)) sorted.dipped.push(one);
    else sorted.fixed.push(one);
  }
  const near = (those: readonly Sounding[], from: Seconds, to: Seconds) => those.filter(({ part }) => part.at < to && partEnd(part) > from);
  const loud = (those: readonly Sounding[]) => those.flatMap(({ part, strand }) => loudOf(show, part, strand, heard) ?? []);
  const keyOf = ({ part, strand }: Sounding) => strandKey(part.id, strand?.media ?? '');
  const goes = sorted.dipped.filter(({ strand }) => strand?.under === 'goes');
  /** What goes because somebody said so, whatever the voice needs. */
  const told = (from: Seconds, to: Seconds) => near(goes, from, to).map(keyOf);
  if (depth.by === 'fixed') return (from, to) => ({ gain: depth.gain, gone: told(from, to) });
  if (depth.by === 'clear') {
    return (from, to) => {
      const dipped = near(sorted.dipped, from, to);
      const within = (those: readonly Sounding[]) => sumOf(loud(those).map(({ power }) => power));
      const left = dipped.filter(({ strand }) => strand?.under !== 'goes');
      const [voice, fixed] = [near(sorted.voice, from, to), near(sorted.fixed, from, to)];
      return { gain: depthFor(from, to, depth.margin, within(voice), within(left), within(fixed)), gone: told(from, to) };
    };
  }
  return (from, to) => {
    const over = (those: readonly Sounding[]) => loud(near(those, from, to)).map(({ bands }) => bands.over(from, to));
    const [first, ...more] = over(sorted.voice);
    const dipped = near(sorted.dipped, from, to);
    // A voice that was not listened to yet asks for nothing.
    if (!first) return { gain: 0, gone: told(from, to) };
    const voice = more.reduce((sum, one) => sum.map((power, i) => power + one[i]!), first);
    const maskers = dipped.flatMap((one): Masker[] => {
      const { under } = one.strand ?? {};
      const bands = loudOf(show, one.part, one.strand, heard)?.bands.over(from, to);
      return bands
        ? [{ key: keyOf(one), piece: one.part.id, bands, may: one.strand !== null && under !== 'stays', must: under === 'goes' }]
        : [];
    });
    return thinFor(depth.share, voice, maskers, over(sorted.fixed));
  };
}
