import { useCallback, useRef } from 'react';
import { View } from 'react-native';
import { partsOn } from '../../core/show';
import { setMasterGain } from '../../core/show/edits';
import { bringWholeBack, useRiding } from '../../session/balance/gates';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { useLoudness } from '../../session/sound/useLoudness';
import { seek } from '../../session/sound/transport';
import { useOver } from '../../session/voice/over';
import { decimal, sayGain, sayTime, t } from '../../words';
import { Button } from '../controls/Button';
import { percentOfLevel } from '../controls/levelEntry';
import { Say } from '../controls/Say';
import { openPanel } from '../panels/open';
import { Channel } from './Channel';
import { LevelButton } from './LevelButton';
import { useMeters, type WholeWords } from './meters';
import { WHOLE_SCALE } from './scale';

const sayShare = (gain: number) => `${decimal(percentOfLevel(gain), 0)} %`;
const sayLoudness = (value: number | null) => (value === null || !Number.isFinite(value) ? '–' : decimal(value, 1));

/** The whole: its level, how loud it is now, so far and of all, and what is done for all of it. */
export function WholeRow() {
  const show = useSaved(whole);
  const { data, stale } = useLoudness(show);
  const peak = useRef<HTMLSpanElement>(null);
  const now = useRef<HTMLSpanElement>(null);
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const say = useCallback<WholeWords>(({ loudness, soFar }) => {
    if (now.current) now.current.textContent = t('balance.now', { now: sayLoudness(loudness), soFar: sayLoudness(soFar) });
  }, []);
  useMeters(say);
  const { gain } = show.master;
  const truePeak = data?.truePeak ?? null;
  return (
    <View className="gap-1" role="group" accessibilityLabel={t('balance.theWhole')}>
      <View className="flex-row items-center gap-2">
        <View className="w-[4.25rem]">
          <Say look="label">{t('balance.theWhole')}</Say>
        </View>
        <View className="min-w-0 flex-1">
          <Channel
            name="whole"
            label={t('balance.levelOfTheWhole')}
            tone="ink"
            bed="line"
            scale={WHOLE_SCALE}
            value={gain}
            say={sayShare}
            onMove={(value) => tryOut(setMasterGain, { gain: value }, true)}
            onLetGo={(value) => edit(setMasterGain, { gain: value })}
            onCancel={endPreview}
            onReset={bringWholeBack}
            words={peak}
          />
        </View>
        <LevelButton
          name={t('balance.fieldsOf', { lane: t('balance.theWhole'), level: `${sayShare(gain)}, ${sayGain(gain)}` })}
          level={sayShare(gain)}
          peak={peak}
          onPress={() => openPanel({ name: 'loudness' })}
        />
      </View>
      <View className={`flex-row flex-wrap gap-x-2 ${stale ? 'italic' : ''}`} aria-busy={stale}>
        <span ref={now} className="font-text text-small text-ink-2 empty:hidden" />
        <Say look="small">
          {t('balance.ofAll', { all: sayLoudness(data?.integrated ?? null) })}
          {' · '}
          <Say look="small" className={truePeak !== null && truePeak > -1 ? 'font-bold text-red' : ''}>
            {t('balance.truePeak', { peak: sayLoudness(truePeak) })}
          </Say>
        </Say>
      </View>
    </View>
  );
}

/** What is done for all lanes: evened out, ridden, brought to a loudness, the voice kept clear. */
export function WholeActions() {
  const show = useSaved(whole);
  const riding = useRiding((state) => state.riding);
  const speaks = useSaved((one) => partsOn(one, 'voice').length > 0);
  const { least, understood } = useOver(show);
  // In the measure that the dips were asked for.
  const thin = show.dips.depth.by === 'thin';
  const hardest = (thin ? understood : least)?.at;
  const at = sayTime(hardest ?? 0);
  const [label, hint] =
    thin && understood
      ? (['balance.voiceUnderstood', 'balance.voiceUnderstoodHint'] as const).map((key) =>
          t(key, { at, share: decimal(understood.share * 100, 0) }),
        )
      : least
        ? (['balance.voiceOver', 'balance.voiceOverHint'] as const).map((key) => t(key, { at, over: decimal(least.over, 1) }))
        : [t('balance.voice'), t('balance.voiceHint')];
  return (
    <View className="gap-1.5">
      <View className="flex-row flex-wrap gap-1.5">
        <Button label={t('balance.evenOut')} tight onPress={() => openPanel({ name: 'even' })} className="grow" />
        <Button
          label={t('balance.ride')}
          hint={t('balance.rideHint')}
          tight
          chosen={riding}
          onPress={() => useRiding.setState({ riding: !riding })}
          className="grow"
        />
        <Button
          label={show.aim === undefined ? t('balance.aim') : t('balance.aimAt', { aim: decimal(show.aim, 0) })}
          hint={t('balance.aimHint')}
          tight
          onPress={() => openPanel({ name: 'loudness' })}
          className="grow"
        />
        {speaks ? (
          <Button
            label={label!}
            hint={hint!}
            tight
            kind="quiet"
            onPress={() => {
              if (hardest !== undefined) seek(hardest);
              openPanel({ name: 'over' });
            }}
            className="grow"
          />
        ) : null}
      </View>
      {riding ? <Say look="small">{t('balance.whileItPlays')}</Say> : null}
    </View>
  );
}
