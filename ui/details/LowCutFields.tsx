import { t } from '../../words';
import { View } from 'react-native';
import { LIMITS, type Treatment } from '../../core/show';
import { setTreatments, type Treated } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { NumberField } from '../controls/NumberField';
import { Switch } from '../controls/Switch';
import { parseSigned } from '../controls/timeEntry';

interface Props {
  /** What is treated, and how it is called. */
  readonly of: Treated;
  readonly name: string;
  readonly chain: readonly Treatment[];
}

const { least, most, start } = LIMITS.lowCut;

/** Rumble that is taken away below a frequency. */
export function LowCutFields({ of, name, chain }: Props) {
  const known = chain.find(({ kind }) => kind === 'lowCut');
  const { edit } = useOpenShow.getState();
  const set = (next: Treatment) => edit(setTreatments, { of, chain: [...chain.filter((one) => one !== known), next] });
  const now: Treatment = known ?? { kind: 'lowCut', on: false, frequency: start };
  return (
    <View className="gap-1">
      <View className="flex-row">
        <Switch label={t('details.lowCut')} hint={t('details.lowCutOf', { name })} on={now.on} onChange={(on) => set({ ...now, on })} />
      </View>
      {now.on ? (
        <NumberField
          label={t('details.lowCutOfBelow', { name })}
          value={now.frequency}
          least={least}
          most={most}
          step={5}
          parse={parseSigned}
          say={(value) => `${Math.round(value)} Hz`}
          note={t('details.rumbleAndWindBelowIt')}
          onChange={(frequency) => set({ ...now, frequency })}
        />
      ) : null}
    </View>
  );
}
