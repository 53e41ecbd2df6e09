import { Failure, failureOf } from '../../core/failure';
import { lengthOf, planLayers, type LayerAt } from '../../core/mix';
import { LIMITS, partEnd, type Lane, type Media, type Part } from '../../core/show';
import { layInLayers, newPart } from '../../core/show/edits';
import { framesOf } from '../../core/units';
import { fileAt, places } from '../../engine/media/folders';
import { t } from '../../words';
import { fileName, freeLater, writing } from '../download';
import { newId } from '../ids';
import { takeSoundFile, useLibrary } from '../library';
import { laneFor } from '../open/lanes';
import { sessionNow, sessionStore } from '../open/session';
import { currentShow, report, useOpenShow } from '../open/store';
import { measurer } from '../workers';

/** How far sounds have become one piece in layers; null while none do. */
export const useLayering = sessionStore<{ readonly share: number | null }>(() => ({ share: null }));

/** Whether sounds can become the layers of one piece: several, each whole and another one. */
export function canBeLayers(media: readonly Media[]): boolean {
  const ids = new Set(media.map(({ id }) => id));
  return media.length >= 2 && media.length <= LIMITS.layers && ids.size === media.length && media.every((one) => !one.layers);
}

/** Chosen parts become one piece in layers, which begins where the first of them did and is as loud as they were. */
export async function layersOfParts(parts: readonly Part[]): Promise<void> {
  const show = currentShow();
  const lane = show?.lanes.find(({ id }) => id === parts[0]?.lane);
  if (!show || !lane) return;
  const media = parts.map((part) => show.media[part.media]!);
  const gains = new Map(parts.map((part) => [part.media, part.gain]));
  await join(media, lane, { at: Math.min(...parts.map(({ at }) => at)), instead: parts.map(({ id }) => id), gains });
}

/** Sounds that have just come in become one piece in layers, laid behind what is there. */
export async function layersOfArrivals(): Promise<void> {
  const show = currentShow();
  const { arrivals } = useLibrary.getState();
  const [first] = arrivals;
  if (!show || !first) return;
  const those = arrivals.filter(({ lane }) => lane === first.lane);
  const lane = laneFor(show, first.lane);
  const laid = await join(
    those.map(({ media }) => media),
    lane,
    { at: Math.max(0, ...show.parts.filter((part) => part.lane === lane.id).map(partEnd)), instead: [], gains: new Map() },
  );
  if (laid) useLibrary.setState((state) => ({ arrivals: state.arrivals.filter((one) => !those.includes(one)) }));
}

interface Place {
  readonly at: number;
  readonly instead: readonly string[];
  /** Levels that the sounds had, dB. */
  readonly gains: ReadonlyMap<string, number>;
}

/** A piece and its layers, as media of a show. */
export interface PieceMedia {
  readonly piece: Media;
  readonly layers: readonly Media[];
  /** They did not all begin at the same moment. */
  readonly linedUp: boolean;
}

interface Named {
  readonly title: string;
  readonly titles: readonly string[];
  readonly credit?: string | undefined;
}

/** Makes one piece of sounds: lines them up where their lengths differ, pads those that are shorter, and adds them up. @throws Failure where one cannot be made. */
export async function pieceOf(
  media: readonly Media[],
  { title, titles, credit }: Named,
  say: (share: number) => void,
): Promise<PieceMedia> {
  const placed = await lineUp(media);
  const frames = lengthOf(placed);
  const layers: Media[] = [];
  for (const [index, one] of placed.entries()) {
    const whole = one.at === 0 && framesOf(one.media.seconds) === frames;
    layers.push(whole ? one.media : await made(planLayers([one], frames), titles[index]!, one.media.credit));
    say((index + 1) / (placed.length + 1));
  }
  const sum = await made(planLayers(layers.map((one) => ({ media: one, at: 0 }))), title, credit);
  const piece: Media = { ...sum, layers: layers.map(({ id }, index) => ({ media: id, title: titles[index]! })) };
  return { piece, layers, linedUp: placed.some((one) => one.at > 0) };
}

/** Makes one piece of sounds and lays it. */
async function join(media: readonly Media[], lane: Lane, { at, instead, gains }: Place): Promise<boolean> {
  if (!canBeLayers(media) || useLayering.getState().share !== null) return false;
  const session = sessionNow();
  const say = (share: number) => (session.over ? undefined : useLayering.setState({ share }));
  say(0);
  try {
    const credits = [...new Set(media.flatMap(({ credit }) => (credit === undefined ? [] : [credit])))].join('; ');
    const named = { title: titleOf(media), titles: titlesOf(media), credit: credits === '' ? undefined : credits };
    const { piece, layers, linedUp } = await pieceOf(media, named, say);
    if (session.over) return false;
    const levels = layers.flatMap(({ id }, index) => {
      const gain = gains.get(media[index]!.id) ?? 0;
      return gain === 0 ? [] : [{ media: id, gain: Math.min(LIMITS.pin.most, Math.max(LIMITS.pin.least, gain)) }];
    });
    // What names no licence goes on naming none as part of a piece.
    const whole = media.some(({ licence }) => licence === '') ? { ...piece, licence: '' } : piece;
    const part: Part = { ...newPart(newId(), lane, whole), at, ...(levels.length > 0 ? { layers: levels } : {}) };
    const { edit, choose, notify } = useOpenShow.getState();
    edit(layInLayers, { part, media: [...layers, whole], instead });
    choose({ kind: 'parts', ids: [part.id] });
    if (linedUp) notify({ kind: 'words', text: t('bed.layersLinedUp') });
    return true;
  } catch (error) {
    if (!session.over) report(failureOf(error));
    return false;
  } finally {
    if (!session.over) useLayering.setState({ share: null });
  }
}

/** Where sounds lie against the first of them: at its beginning where they are of one length or nothing tells, else as their sound says. */
async function lineUp(media: readonly Media[]): Promise<LayerAt[]> {
  const [first, ...others] = media;
  const offsets = [0];
  for (const one of others) {
    const same = framesOf(one.seconds) === framesOf(first!.seconds);
    const found = same ? null : await measurer().call('align', { first: first!.id, second: one.id });
    offsets.push(found && found.verdict !== 'unsure' ? framesOf(found.offset) : 0);
  }
  const least = Math.min(...offsets);
  return media.map((one, index) => ({ media: one, at: offsets[index]! - least }));
}

/** Writes a plan as a sound of its own and takes it in like any file. @throws Failure where it cannot be written or taken. */
async function made(plan: ReturnType<typeof planLayers>, title: string, credit: string | undefined): Promise<Media> {
  const name = fileName(title, 'wav');
  writing(name);
  try {
    await measurer().call('write', { plan, format: 'float32', name, target: null });
    const file = await fileAt(places.written(name));
    const media = file && (await takeSoundFile(new File([file], name, { type: 'audio/wav' })));
    if (!media) throw new Failure('media.missing', { title });
    return { ...media, title, ...(credit === undefined ? {} : { credit }) };
  } finally {
    freeLater(name);
  }
}

/** What titles begin with in common, up to a word's end: the name of the piece. */
function commonStart(titles: readonly string[]): string {
  const words = titles.map((title) => title.split(/(?<=[\s_\-–.])/));
  const [first] = words;
  let count = 0;
  while (count < first!.length && words.every((one) => one[count] === first![count] && one.length > count + 1)) count += 1;
  return first!.slice(0, count).join('');
}

/** A name for the piece that sounds make together. */
function titleOf(media: readonly Media[]): string {
  const common = commonStart(media.map(({ title }) => title)).replace(/[\s_\-–.]+$/, '');
  return common === '' ? t('bed.inLayers', { title: media[0]!.title }) : common;
}

/** What sets the layers apart in their names. */
function titlesOf(media: readonly Media[]): string[] {
  const { length } = commonStart(media.map(({ title }) => title));
  return media.map(({ title }) => title.slice(length).trim() || title);
}
