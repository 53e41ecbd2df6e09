import type { ReactNode } from 'react';
import { hasOwnSound, heardOf, partEnd, speedOf, type Clip, type Part } from '../../core/show';
import { moveOwnCut, moveSilence, setOwn, type Edit } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow, useShown } from '../../session/open/store';
import { saySpan, sayTime, t } from '../../words';
import type { Column } from './columns';
import { Bar, Handle, Knob, TARGET } from './Handle';
import { spreadOut } from './spread';

interface Props {
  readonly clip: Clip;
  /** The clip before the gesture under way. */
  readonly base: Clip;
  readonly part: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

/** Something to take hold of at a moment of the show. */
interface Grip {
  readonly name: string;
  readonly testId: string;
  readonly moment: number;
  readonly value: number;
  readonly said: string;
  readonly look: ReactNode;
  readonly onMove: (seconds: number) => void;
  readonly onEnd: (seconds: number) => void;
  readonly onReset?: () => void;
}

/**
 * On the left what says when the sound is there: where it begins and ends, its silenced stretches. On the right its fades, and the cut to the
 * next clip's sound. Those of a side keep a thumb's height apart.
 */
export function OwnHandles({ clip, base, part, column, pixelsPerSecond }: Props) {
  const { endPreview } = useOpenShow.getState();
  const end = partEnd(part);
  const length = end - part.at;
  const meets = useShown((show) => {
    const next = show.pictures[show.pictures.findIndex((one) => one.id === clip.id) + 1];
    return next !== undefined && hasOwnSound(show, next) && next.own.on;
  });
  const own = (change: Parameters<typeof setOwn>[1]['change']) => ({ id: base.id, change });
  const fade = (side: 'fadeUp' | 'fadeOut', seconds: number) =>
    own({ [side]: { ...base.own[side], seconds: clamp(base.own[side].seconds + seconds, 0, length) } });
  const source = useShown((show) => show.media[clip.media]!.seconds);
  const heard = heardOf(part, source / speedOf(part));
  const bar = <Bar tone="slate" />;
  const knob = <Knob tone="slate" />;
  const left: Grip[] = [
    {
      ...spoken(t('sheet.soundStartsEarlier'), 'lead', part.at, clip.own.lead),
      ...by(setOwn, (s) => own({ lead: base.own.lead - s })),
      look: bar,
    },
    ...clip.own.quiet.flatMap((stretch, index) => {
      // The stretch before the gesture: two that meet become one meanwhile.
      const before = base.own.quiet[index] ?? stretch;
      return (['from', 'to'] as const).map((edge): Grip => {
        const moment = part.at + heard(stretch[edge]) - part.spans[0]!.from;
        const name = t(edge === 'from' ? 'sheet.silenceFrom' : 'sheet.silenceTo', { number: index + 1 });
        return {
          ...spoken(name, `silence ${index + 1} ${edge}`, moment, stretch[edge]),
          said: sayTime(stretch[edge]),
          ...by(moveSilence, (s) => ({ id: base.id, index, ...before, [edge]: before[edge] + s * speedOf(clip) })),
          look: <Bar tone="ochre" />,
        };
      });
    }),
    { ...spoken(t('sheet.soundRunsOn'), 'tail', end, clip.own.tail), ...by(setOwn, (s) => own({ tail: base.own.tail + s })), look: bar },
  ];
  const right: Grip[] = [
    {
      ...spoken(t('sheet.ownSoundFadeUp'), 'own fadeUp', part.at + part.fadeUp.seconds, part.fadeUp.seconds),
      ...by(setOwn, (s) => fade('fadeUp', s)),
      look: knob,
    },
    {
      ...spoken(t('sheet.ownSoundFadeOut'), 'own fadeOut', end - part.fadeOut.seconds, part.fadeOut.seconds),
      ...by(setOwn, (s) => fade('fadeOut', -s)),
      look: knob,
    },
    ...(meets
      ? [
          {
            ...spoken(t('sheet.cutOfTheSounds'), 'own cut', end, clip.own.tail),
            ...by(moveOwnCut, (s) => ({ id: base.id, by: s })),
            look: <Bar tone="amber" />,
          },
        ]
      : []),
  ];
  return ([left, right] as const).flatMap((grips, side) => {
    const sorted = [...grips].sort((a, b) => a.moment - b.moment);
    const drawn = spreadOut(
      sorted.map(({ moment }) => moment * pixelsPerSecond),
      TARGET,
    );
    return sorted.map(({ look, ...grip }, i) => (
      <Handle
        key={grip.testId}
        {...grip}
        left={(side === 0 ? column.x : column.x + column.width) - TARGET / 2}
        width={TARGET}
        push={drawn[i]! - grip.moment * pixelsPerSecond}
        pixelsPerSecond={pixelsPerSecond}
        onCancel={endPreview}
      >
        {look}
      </Handle>
    ));
  });
}

const spoken = (name: string, testId: string, moment: number, value: number) => ({ name, testId, moment, value, said: saySpan(value) });

/** What a finger tries out, and what it ends in. */
function by<Details>(edit: Edit<Details>, details: (seconds: number) => Details): Pick<Grip, 'onMove' | 'onEnd'> {
  const store = useOpenShow.getState();
  return { onMove: (seconds) => store.tryOut(edit, details(seconds)), onEnd: (seconds) => store.edit(edit, details(seconds)) };
}
