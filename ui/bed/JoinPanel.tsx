import { decimal, sayTime, t, signed, upTo } from '../../words';
import AlignVertical from 'lucide-react-native/icons/align-center-vertical';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Square from 'lucide-react-native/icons/square';
import { useState } from 'react';
import { View } from 'react-native';
import { findJoin, LIMITS, soundOfKey, type Join, type JoinAt } from '../../core/show';
import { setCross, setJoin } from '../../core/show/edits';
import { lineUpJoin, shiftBy } from '../../session/bed/joins';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';
import { sayOffset } from '../words/times';
import { sayAlike } from '../words/seams';
import { JoinView } from './JoinView';

const AROUND = ['1', '0.3', '0.05', '0.01'] as const;
/** How much of the two sides is seen. */
const sayWidth = (seconds: number) => (seconds < 0.1 ? `${upTo(seconds * 1000, 0)} ms` : `${upTo(seconds, 1)} s`);
/** Steps by which the right side is moved, ms. */
const STEPS = [-10, -1, 1, 10];
/** Heard on either side of a join, seconds. */
const HEARD = 2;

/** The two sides of a join, mirrored outward from the middle, and moving the right one until the beats meet. */
export function JoinPanel({ at }: { readonly at: JoinAt }) {
  const show = useSaved(whole);
  const join = findJoin(show, at);
  const [around, setAround] = useState<(typeof AROUND)[number]>('0.3');
  const [found, setFound] = useState<string | null>(null);
  const playing = useTransport((state) => state.playing.kind === 'stretch' && state.playing.name === 'join');
  if (!join) return <Say>{t('bed.thisJoinIsNoLonger')}</Say>;
  const lineUp = async () => {
    const shift = await lineUpJoin(at);
    setFound(
      shift === null
        ? t('bed.nothingStandsOutWithin80')
        : Math.abs(shift.by) < 5e-4
          ? t('bed.itIsLinedUpAlready')
          : t(shift.through === 'sound' ? 'bed.movedBySound' : 'bed.movedByBeats', {
              by: sayOffset(-shift.by),
              alike: sayAlike(shift.alike),
            }),
    );
  };
  return (
    <View className="gap-3">
      <Say look="small">
        {t('bed.joinAt', {
          at: sayTime(join.at, 3),
          left: show.media[soundOfKey(join.left.media).media]!.title,
          right: show.media[soundOfKey(join.right.media).media]!.title,
        })}
      </Say>
      <Choice
        label={t('bed.lookAt')}
        options={AROUND.map((value) => ({ value, label: sayWidth(2 * Number(value)) }))}
        value={around}
        onChange={setAround}
      />
      <JoinView join={join} around={Number(around)} onShift={(seconds) => shiftBy(at, -seconds)} />
      <View className="flex-row gap-2">
        {STEPS.map((step) => (
          <Button
            key={step}
            label={`${signed(step, 0)} ms`}
            hint={t(step < 0 ? 'bed.msEarlier' : 'bed.msLater', { step: Math.abs(step) })}
            kind="quiet"
            tight
            onPress={() => shiftBy(at, -step / 1000)}
            className="flex-1"
          />
        ))}
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('bed.lineUpForMe')} icon={AlignVertical} kind="strong" onPress={() => void lineUp()} className="grow" />
        <Button
          label={playing ? t('common.stop') : t('bed.hearTheJoin')}
          icon={playing ? Square : AudioLines}
          onPress={() => toggleStretch('join', show, join.at - HEARD, join.at + HEARD)}
        />
      </View>
      {found ? <Notice text={found} onClose={() => setFound(null)} /> : null}
      <Length join={join} />
    </View>
  );
}

/** How long the crossfade of a cut is; two pieces that overlap cross for as long as they do. */
function Length({ join }: { readonly join: Join }) {
  const show = useSaved(whole);
  const { edit } = useOpenShow.getState();
  const part = show.parts.find((one) => one.id === join.part)!;
  const { index } = join;
  if (join.overlap > 0) return <Say look="small">{t('bed.theTwoCrossForS', { overlap: decimal(join.overlap, 3) })}</Say>;
  const span = index === null ? null : part.spans[index]!;
  if (span?.fold) return <Say look="small">{t('bed.aLoopsSeamItsLead')}</Say>;
  return (
    <NumberField
      {...momentEntry}
      label={t('bed.crossfade')}
      value={span ? span.join : (part.cross?.seconds ?? LIMITS.join.start)}
      least={LIMITS.join.least}
      most={LIMITS.join.most}
      step={0.005}
      say={(value) => `${decimal(value, 3)} s`}
      onChange={(seconds) =>
        index === null ? edit(setCross, { id: part.id, change: { seconds } }) : edit(setJoin, { id: part.id, index, seconds })
      }
    />
  );
}
