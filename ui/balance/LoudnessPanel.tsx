import { decimal, sayLevel, t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { AIMS } from '../../core/check';
import { LIMITS } from '../../core/show';
import { setAim, setMaster, setMasterGain } from '../../core/show/edits';
import { bringThere } from '../../session/finish/loudness';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { useLoudness } from '../../session/sound/useLoudness';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Notice } from '../controls/Notice';
import { Reading } from '../controls/Reading';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';

const sayAim = ({ name, source }: (typeof AIMS)[number]) => `${t(`finish.aim.${name}`)} (${t(`finish.aim.${source}`)})`;

/** How loud the whole is, what it is to be, and bringing it there. */
export function LoudnessPanel() {
  const show = useSaved(whole);
  const { data, isFetching, stale } = useLoudness(show);
  const [busy, setBusy] = useState(false);
  const { edit } = useOpenShow.getState();
  const peak = data?.truePeak ?? null;
  const integrated = data?.integrated ?? null;
  const held = show.master.ceiling !== undefined;
  const aim = AIMS.find((one) => one.lufs === show.aim);
  return (
    <View className="gap-3">
      <FirstMet words={['lufs', 'dbtp']} />
      <View
        className="flex-row gap-2"
        role="group"
        aria-busy={stale}
        accessibilityLabel={isFetching ? t('finish.levelsAreBeingMeasured') : t('finish.levels')}
      >
        <Reading title={t('common.wholeShow')} value={integrated === null ? '–' : `${decimal(integrated, 1)} LUFS`} />
        <Reading
          title={t('common.highestPeak')}
          value={peak === null ? '–' : sayLevel(peak).replace('dB', 'dBTP')}
          red={peak !== null && peak > 0}
        />
      </View>
      <View className="gap-1">
        <Say look="label">{t('finish.loudnessToAimFor')}</Say>
        <Choice
          label={t('finish.loudnessToAimFor')}
          options={AIMS.map(({ lufs }) => ({ value: String(lufs), label: decimal(lufs, 0) }))}
          value={show.aim === undefined ? null : String(show.aim)}
          onChange={(value) => edit(setAim, { aim: Number(value) })}
        />
        <Say look="small">
          {aim
            ? t('finish.aimChosen', { lufs: decimal(aim.lufs, 0), name: sayAim(aim) })
            : `${AIMS.map((one) => `${decimal(one.lufs, 0)} ${sayAim(one)}`).join(', ')}.`}
        </Say>
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={busy ? t('finish.measuring') : t('finish.bringItThere')}
          kind="strong"
          disabled={busy || show.aim === undefined || integrated === null}
          onPress={() => {
            setBusy(true);
            void bringThere().finally(() => setBusy(false));
          }}
          className="grow"
        />
        {show.aim === undefined ? null : <Button label={t('finish.noAim')} kind="quiet" onPress={() => edit(setAim, { aim: null })} />}
      </View>
      <NumberField
        label={t('finish.loudnessOfTheWhole')}
        value={show.master.gain}
        {...levelEntry}
        least={LIMITS.gain.least}
        most={LIMITS.master.most}
        onChange={(gain) => edit(setMasterGain, { gain })}
      />
      <View className="flex-row items-center gap-2">
        <Switch
          label={held ? t('finish.peaksAreHeld') : t('finish.holdThePeaks')}
          hint={t('finish.holdThePeaksUnder1')}
          on={held}
          onChange={(on) => edit(setMaster, { gain: show.master.gain, ceiling: on ? LIMITS.ceiling.start : null })}
        />
        <Say look="small" className="flex-1">
          {held ? t('finish.noTruePeakGoesAbove', { ceiling: decimal(show.master.ceiling ?? 0, 0) }) : t('finish.under1DbtpByTurning')}
        </Say>
      </View>
      {peak !== null && peak > 0 ? (
        <Notice grave text={t('finish.theHighestPeakIsAbove', { peak: sayLevel(peak), by: Math.ceil(peak * 2 + 2) / 2 })} />
      ) : null}
    </View>
  );
}
