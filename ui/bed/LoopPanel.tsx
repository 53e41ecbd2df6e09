import { useSaved, whole } from '../../session/open/store';
import { decimal, sayTime, t } from '../../words';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Square from 'lucide-react-native/icons/square';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { barSeconds, barsWithin } from '../../core/music';
import { LIMITS } from '../../core/show';
import { layLoop } from '../../core/show/edits';
import {
  SEAM,
  changeLooping,
  closeLooping,
  loopLaying,
  layLooping,
  playSeam,
  shapeOf,
  useLooping,
  type Looping,
  type ShapedLoop,
} from '../../session/bed/looping';
import { seamReading } from '../../session/bed/seams';
import { pause, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { countEntry, momentEntry } from '../controls/timeEntry';
import { useTrial } from '../panels/useTrial';
import { sayClick, sayPhase, sayStep } from '../words/seams';
import { LoopBeat } from './LoopBeat';
import { LoopLaying } from './LoopLaying';
import { LoopStrip } from './LoopStrip';

/** Whole bars of one piece as a loop: where the beats are, which bars, what is folded over the seam, and how it is laid. */
export function LoopPanel({ onDone }: { readonly onDone: () => void }) {
  const show = useSaved(whole);
  const { looping } = useLooping();
  const shaped = looping ? shapeOf(show, looping) : null;
  const part = show.parts.find((one) => one.id === looping?.part);
  useTrial(layLoop, looping && shaped && part ? loopLaying(looping, shaped) : null);
  if (!looping || !shaped || !part) return <Say>{t('bed.thisPieceIsNoLonger')}</Say>;
  return (
    <View className="gap-4">
      <LoopStrip media={show.media[part.media]!} looping={looping} shaped={shaped} />
      <LoopBeat looping={looping} shaped={shaped} part={part} />
      <Passage looping={looping} shaped={shaped} seconds={show.media[part.media]!.seconds} />
      {shaped.seconds === null ? (
        <Notice grave text={t('bed.theseBarsDoNotLie')} />
      ) : (
        <>
          <Seam media={part.media} shaped={shaped} />
          <LoopLaying
            part={part}
            looping={looping}
            seconds={shaped.seconds}
            onDone={() => {
              layLooping();
              closeLooping();
              onDone();
            }}
          />
        </>
      )}
    </View>
  );
}

interface Props {
  readonly looping: Looping;
  readonly shaped: ShapedLoop;
}

function Passage({ looping, shaped, seconds }: Props & { readonly seconds: number }) {
  const { first, last } = barsWithin(shaped.grid, seconds);
  return (
    <View className="gap-1">
      <Say look="lead">{t('bed.theBars')}</Say>
      <NumberField
        {...countEntry}
        label={t('bed.fromBar')}
        value={looping.bar}
        least={first}
        most={Math.max(first, last - 1)}
        onChange={(bar) => changeLooping({ bar })}
      />
      <NumberField
        {...countEntry}
        label={t('bed.bars')}
        value={looping.bars}
        least={1}
        most={Math.max(1, last - first)}
        onChange={(bars) => changeLooping({ bars })}
      />
      <Say look="small" className="text-right">
        {t('bed.barsFromTo', {
          from: sayTime(shaped.loop.from, 3),
          to: sayTime(shaped.loop.to, 3),
          length: decimal(looping.bars * barSeconds(shaped.grid), 3),
        })}
      </Say>
    </View>
  );
}

function Seam({ media, shaped: { loop } }: { readonly media: string; readonly shaped: ShapedLoop }) {
  const playing = useTransport((state) => state.playing.kind === 'stretch' && state.playing.name === SEAM);
  const { data: reading, isFetching } = useQuery({ ...seamReading(media, loop), placeholderData: (before) => before });
  const fold = (label: string, side: 'lead' | 'tail', note: string) => (
    <NumberField
      label={label}
      value={loop.fold[side]}
      least={0}
      most={LIMITS.fold.most}
      step={0.05}
      parse={momentEntry.parse}
      say={(value) => `${decimal(value, 3)} s`}
      note={note}
      onChange={(seconds) => changeLooping({ [side]: seconds })}
    />
  );
  return (
    <View className="gap-2">
      <Say look="lead">{t('bed.theSeam')}</Say>
      {fold(t('bed.leadIn'), 'lead', t('bed.aPickUpBeforeThe'))}
      {fold(t('bed.tail'), 'tail', t('bed.theRingAfterTheLast'))}
      <Button
        label={playing ? t('common.stop') : t('bed.playOverTheSeam')}
        icon={playing ? Square : AudioLines}
        onPress={playing ? pause : playSeam}
      />
      {reading ? (
        <View className={`gap-0.5 ${isFetching ? 'opacity-60' : ''}`} accessibilityLabel={t('bed.seamReading')}>
          {[sayStep(reading.step), sayClick(reading.click), sayPhase(reading.phase)].map((line) => (
            <Say key={line}>{line}</Say>
          ))}
        </View>
      ) : null}
    </View>
  );
}
