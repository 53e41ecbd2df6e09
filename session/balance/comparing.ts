import { useQuery } from '@tanstack/react-query';
import { planAlone, type Plan } from '../../core/mix';
import { laneChains, ownPartId, ownParts, partEnd, partSeconds, type Part, type Show, type Treatment } from '../../core/show';
import { setLane, setLevels, setTreatments, type Treated } from '../../core/show/edits';
import { currentShow, useOpenShow } from '../open/store';
import { playShow, seek, useTransport } from '../sound/transport';
import { measurer } from '../workers';

/** A thing that is treated, of a part's, a lane's or a clip's kind; parts of one kind share their chain. */
export function chainOf(show: Show, of: Treated): readonly Treatment[] {
  if ('lane' in of) return show.lanes.find(({ id }) => id === of.lane)?.treatments ?? [];
  if ('own' in of) {
    const clip = show.pictures.find(({ id }) => id === of.own);
    return clip?.kind === 'clip' ? (clip.own.treatments ?? []) : [];
  }
  return show.parts.find(({ id }) => id === of.parts[0])?.treatments ?? [];
}

/** The part that is treated, where it is one. */
export function treatedPart(show: Show, of: Treated): Part | null {
  if ('lane' in of) return null;
  const id = 'own' in of ? ownPartId(of.own) : of.parts[0];
  return [...show.parts, ...ownParts(show)].find((part) => part.id === id) ?? null;
}

const without = (show: Show, of: Treated): Show =>
  setTreatments(show, { of, chain: chainOf(show, of).map((one) => ({ ...one, on: false })) });

/** Where a thing is measured: a part alone; of a lane its longest part, through the lane's treatments. Null where nothing lies there. */
function planOf(show: Show, of: Treated): Plan | null {
  if (!('lane' in of)) {
    const part = treatedPart(show, of);
    return part && planAlone(show, part);
  }
  const lane = show.lanes.find(({ id }) => id === of.lane);
  const [longest] = [...show.parts, ...ownParts(show)]
    .filter((part) => part.lane === of.lane && !part.mute)
    .sort((a, b) => partSeconds(b) - partSeconds(a));
  if (!lane || !longest) return null;
  const alone = planAlone(show, longest);
  return { ...alone, lanes: alone.lanes.map((one) => ({ ...one, chain: laneChains(lane).sum })) };
}

/** How much louder a chain makes what goes through it, LU: measured in a worker; null while it is not known, or where nothing sounds. */
export function useLouder(show: Show, of: Treated): number | null {
  const on = chainOf(show, of).some((one) => one.on);
  const plans = [planOf(show, of), planOf(without(show, of), of)];
  const nothing = plans.some((plan) => plan === null);
  const { data } = useQuery({
    queryKey: ['louder', JSON.stringify(plans)],
    enabled: on && !nothing,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      const found: (number | null)[] = [];
      for (const plan of plans) if (plan) found.push((await measurer().call('measure', { plan }, { signal })).integrated);
      const [treated, plain] = found as [number | null, number | null];
      return treated === null || plain === null ? 0 : treated - plain;
    },
  });
  return nothing ? 0 : (data ?? null);
}

/** Lets the sound be heard without its treatments, as loud as with them, for as long as a button is held. Plays it where nothing plays. */
export function hearWithout(of: Treated, louder: number): void {
  const show = currentShow();
  if (!show) return;
  const { tryOut } = useOpenShow.getState();
  const chain = chainOf(show, of).map((one) => ({ ...one, on: false }));
  const part = treatedPart(show, of);
  const { playing, now } = useTransport.getState();
  if (playing.kind === 'nothing') {
    if (part && (now < part.at || now > partEnd(part))) seek(part.at);
    playShow();
  }
  tryOut((saved: Show) => levelled(setTreatments(saved, { of, chain }), of, louder), undefined, true);
}

/** The same show with the thing louder by so much. */
function levelled(show: Show, of: Treated, by: number): Show {
  if ('lane' in of) return setLane(show, { id: of.lane, change: { gain: show.lanes.find(({ id }) => id === of.lane)!.gain + by } });
  if ('own' in of) {
    const clip = show.pictures.find(({ id }) => id === of.own);
    return clip?.kind === 'clip' ? setLevels(show, { levels: { parts: {}, clips: { [clip.id]: clip.own.gain + by } }, as: 'even' }) : show;
  }
  const parts = Object.fromEntries(of.parts.map((id) => [id, show.parts.find((part) => part.id === id)!.gain + by]));
  return setLevels(show, { levels: { parts, clips: {} }, as: 'even' });
}

/** The button is let go: the sound is as it is. */
export const hearAgain = (): void => useOpenShow.getState().endPreview();
