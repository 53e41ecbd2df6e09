import { useState } from 'react';
import { View } from 'react-native';
import { AIMS } from '../../core/check';
import { LIMITS, type Show } from '../../core/show';
import { setAim, setMaster, setMasterGain } from '../../core/show/edits';
import { sayLevel } from '../../core/units';
import { bringThere } from '../../session/finish/loudness';
import { useOpenShow } from '../../session/open/store';
import { useLoudness } from '../../session/sound/useLoudness';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { DecibelField } from '../controls/DecibelField';
import { Notice } from '../controls/Notice';
import { Reading } from '../controls/Reading';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';

const minus = (text: string) => text.replace('-', '−');

/** How loud the whole is, what it is to be, and bringing it there. */
export function LoudnessPanel({ show }: { readonly show: Show }) {
  const { data, isFetching, stale } = useLoudness(show);
  const [busy, setBusy] = useState(false);
  const { edit } = useOpenShow.getState();
  const peak = data?.truePeak ?? null;
  const integrated = data?.integrated ?? null;
  const held = show.master.ceiling !== undefined;
  const aim = AIMS.find((one) => one.lufs === show.aim);
  return (
    <View className="gap-3">
      <View
        className={`flex-row gap-2 ${stale ? 'opacity-60' : ''}`}
        accessibilityLabel={isFetching ? 'Levels are being measured' : 'Levels'}
      >
        <Reading title="Whole show" value={integrated === null ? '–' : minus(`${integrated.toFixed(1)} LUFS`)} />
        <Reading title="Highest peak" value={peak === null ? '–' : sayLevel(peak).replace('dB', 'dBTP')} red={peak !== null && peak > 0} />
      </View>
      <View className="gap-1">
        <Say look="label">Loudness to aim for</Say>
        <Choice
          label="Loudness to aim for"
          options={AIMS.map(({ lufs }) => ({ value: String(lufs), label: minus(String(lufs)) }))}
          value={show.aim === undefined ? null : String(show.aim)}
          onChange={(value) => edit(setAim, { aim: Number(value) })}
        />
        <Say look="small">
          {aim
            ? `${minus(String(aim.lufs))} LUFS: ${aim.name} (${aim.source}).`
            : AIMS.map(({ lufs, name, source }) => `${minus(String(lufs))} ${name} (${source})`).join(', ') + '.'}
        </Say>
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={busy ? 'Measuring …' : 'Bring it there'}
          kind="strong"
          disabled={busy || show.aim === undefined || integrated === null}
          onPress={() => {
            setBusy(true);
            void bringThere().finally(() => setBusy(false));
          }}
          className="grow"
        />
        {show.aim === undefined ? null : <Button label="No aim" kind="quiet" onPress={() => edit(setAim, { aim: null })} />}
      </View>
      <DecibelField label="Loudness of the whole" value={show.master.gain} onChange={(gain) => edit(setMasterGain, { gain })} />
      <View className="flex-row items-center gap-2">
        <Switch
          label={held ? 'Peaks are held' : 'Hold the peaks'}
          hint="Hold the peaks under −1 dBTP"
          on={held}
          onChange={(on) => edit(setMaster, { gain: show.master.gain, ceiling: on ? LIMITS.ceiling.start : null })}
        />
        <Say look="small" className="flex-1">
          {held
            ? `No true peak goes above ${minus(String(show.master.ceiling))} dBTP; what is loud is turned down for a moment.`
            : 'under −1 dBTP, by turning what is too loud down for a moment.'}
        </Say>
      </View>
      {peak !== null && peak > 0 ? (
        <Notice
          grave
          text={`The highest peak is ${sayLevel(peak)} above full scale: it distorts there. Hold the peaks, or lower the whole by ${Math.ceil(peak * 2 + 2) / 2} dB.`}
        />
      ) : null}
    </View>
  );
}
