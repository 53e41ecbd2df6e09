import { decimal, sayTime, t } from '../../words';
import { View } from 'react-native';
import { showSeconds } from '../../core/show';
import { setDips } from '../../core/show/edits';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { seek } from '../../session/sound/transport';
import { makeClear, useOver } from '../../session/voice/over';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Caught } from '../controls/Caught';
import { later } from '../controls/later';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { parseSigned } from '../controls/timeEntry';
import { MARKS, sayMark } from '../words/voices';
import { useState } from 'react';

// The chart comes only when it is looked at: a first visit does not pay for it.
const OverChart = later(async () => (await import('../charts')).OverChart);

interface Props {
  readonly width: number;
  /** After the now line was moved. */
  readonly onGo?: () => void;
}

/** How far the voice stands above everything else along the show, its tightest place, and the marks to aim for. */
export function OverReading({ width, onGo }: Props) {
  const show = useShown(whole);
  const { readings, least, understood, stale, speaks } = useOver(show);
  const { depth } = show.dips;
  const [mark, setMark] = useState(depth.by === 'clear' ? depth.margin : 10);
  if (!speaks) return <Say look="small">{t('voice.nobodySpeaksYetRecordA')}</Say>;
  // Nothing is said of it before it was measured.
  const held = least ? t(least.over >= mark - 0.05 ? 'voice.heldEverywhere' : 'voice.notHeldEverywhere') : null;
  const why = sayMark(mark);
  return (
    <View className="gap-2">
      <View className="flex-row items-baseline justify-between gap-2">
        <Say look="label">{t('common.voiceOverBed')}</Say>
        <Say look="small">{stale ? t('common.measuring') : t('voice.dbAboveAllElse')}</Say>
      </View>
      <View className={`h-36 overflow-hidden rounded-control border border-line bg-card ${stale ? 'opacity-60' : ''}`}>
        {readings ? (
          <Caught what={t('voice.theDrawingOfTheVoice')}>
            <OverChart readings={readings} seconds={showSeconds(show)} mark={mark} width={width} />
          </Caught>
        ) : null}
      </View>
      {least ? (
        <View className="flex-row flex-wrap items-center gap-2">
          <Button
            label={t('voice.tightestDbAt', { over: decimal(least.over, 1), at: sayTime(least.at) })}
            hint={t('voice.goToTheTightestPlace', { over: decimal(least.over, 1), at: sayTime(least.at) })}
            onPress={() => {
              seek(least.at);
              onGo?.();
            }}
            className="grow"
          />
        </View>
      ) : null}
      {understood ? (
        <Say look="small">{t('voice.understoodAt', { at: sayTime(understood.at), share: decimal(understood.share * 100, 0) })}</Say>
      ) : null}
      <Choice
        label={t('voice.markToAimFor')}
        options={MARKS.map((margin) => ({ value: String(margin), label: `${margin} dB` }))}
        value={why === null ? null : String(mark)}
        onChange={(value) => setMark(Number(value))}
      />
      <NumberField
        label={t('voice.markInDb')}
        value={mark}
        least={0}
        most={40}
        step={1}
        parse={parseSigned}
        say={(value) => `${decimal(value, 1)} dB`}
        note={[why, held].filter(Boolean).join('; ')}
        onChange={setMark}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('voice.makeClear')}
          hint={t('voice.makeClearDbEverywhere', { mark })}
          kind="strong"
          onPress={() => void makeClear(mark)}
          className="grow"
        />
        {depth.by === 'clear' ? (
          <Button
            label={t('voice.fixedAgain')}
            hint={t('voice.backToAFixedDepth')}
            kind="quiet"
            onPress={() => useOpenShow.getState().edit(setDips, { change: { depth: { by: 'fixed', gain: -10 } } })}
          />
        ) : null}
      </View>
    </View>
  );
}
