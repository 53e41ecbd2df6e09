import { View } from 'react-native';
import { LIMITS, type DipRules, type Show } from '../../core/show';
import { setDips } from '../../core/show/edits';
import { sayGain } from '../../core/units';
import { levelEntry, levelOfPercent, percentEntry, percentOfLevel } from '../controls/levelEntry';
import { useOpenShow } from '../../session/open/store';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { Switch } from '../controls/Switch';
import { parseSigned, spanEntry } from '../controls/timeEntry';
import { sayDepth } from '../words/voices';

/** How the show makes room for speech: how deep, how quickly, what goes down, and where it comes up. */
export function DipsPanel({ show }: { readonly show: Show }) {
  const { edit, tryOut } = useOpenShow.getState();
  const { dips } = show;
  const set = (change: Partial<DipRules>) => edit(setDips, { change });
  const deep = (gain: number): Partial<DipRules> => ({ depth: { by: 'fixed', gain: Math.max(LIMITS.dip.least, Math.min(0, gain)) } });
  return (
    <View className="gap-3">
      <Say look="small">The bed goes down where somebody speaks, {sayDepth(dips.depth)}. It follows whatever you do to the narrations.</Say>
      <Choice
        label="Depth"
        options={[
          { value: 'fixed', label: 'Always as much' },
          { value: 'clear', label: 'As far as it takes' },
        ]}
        value={dips.depth.by}
        onChange={(by) => set({ depth: by === 'fixed' ? { by, gain: -10 } : { by, margin: 15 } })}
      />
      {dips.depth.by === 'fixed' ? (
        <View className="gap-1">
          <Slider
            label="Depth of the dips"
            value={dips.depth.gain}
            least={-30}
            most={0}
            step={0.5}
            say={sayGain}
            onChange={(gain) => tryOut(setDips, { change: deep(gain) })}
            onChangeEnd={(gain) => set(deep(gain))}
            onCancel={() => useOpenShow.getState().endPreview()}
          />
          <NumberField
            label="Goes down by"
            value={dips.depth.gain}
            least={LIMITS.dip.least}
            most={0}
            {...levelEntry}
            onChange={(gain) => set(deep(gain))}
          />
          <NumberField
            label="to so many percent"
            value={percentOfLevel(dips.depth.gain)}
            {...percentEntry}
            most={100}
            step={1}
            say={(value) => `${value.toFixed(1)} %`}
            onChange={(percent) => set(deep(levelOfPercent(percent)))}
          />
        </View>
      ) : (
        <NumberField
          label="Stays below the voice by"
          value={dips.depth.margin}
          least={0}
          most={LIMITS.dip.margin}
          step={1}
          parse={parseSigned}
          say={(value) => `${value.toFixed(1)} dB`}
          note="measured in 3 s and in 0.4 s; never further than that takes"
          onChange={(margin) => set({ depth: { by: 'clear', margin } })}
        />
      )}
      <View className="gap-1">
        <NumberField {...spanEntry} label="Time to go down" value={dips.down} most={LIMITS.dip.slope} onChange={(down) => set({ down })} />
        <NumberField {...spanEntry} label="Time to come up" value={dips.up} most={LIMITS.dip.slope} onChange={(up) => set({ up })} />
        <NumberField
          {...spanEntry}
          label="Begins before the voice"
          value={dips.lead}
          most={LIMITS.dip.lead}
          {...(dips.depth.by === 'clear' && dips.lead < dips.down ? { note: 'earlier here: it is down when the voice begins' } : {})}
          onChange={(lead) => set({ lead })}
        />
        <NumberField
          {...spanEntry}
          label="Rides through pauses under"
          value={dips.bridge}
          most={LIMITS.dip.bridge}
          onChange={(bridge) => set({ bridge })}
        />
      </View>
      <View className="gap-1">
        <Say look="label">What goes down</Say>
        <View className="flex-row flex-wrap gap-2">
          <Switch label="The bed" hint="The bed goes down" on={dips.bed} onChange={(bed) => set({ bed })} />
          <Switch label="Clips’ own sound" hint="The clips’ own sound goes down" on={dips.own} onChange={(own) => set({ own })} />
          <Switch label="Spot sounds" hint="Spot sounds go down" on={dips.spot} onChange={(spot) => set({ spot })} />
        </View>
      </View>
      <View className="gap-1">
        <Say look="label">Also for speech in</Say>
        <View className="flex-row">
          <Switch
            label="the clips’ own sound"
            hint="Speech in the clips’ own sound asks for dips, too"
            on={dips.hearsClips}
            onChange={(hearsClips) => set({ hearsClips })}
          />
        </View>
      </View>
      <Raise dips={dips} set={set} />
    </View>
  );
}

/** The bed comes up where nobody speaks for long. */
function Raise({ dips: { raise }, set }: { readonly dips: DipRules; readonly set: (change: Partial<DipRules>) => void }) {
  return (
    <View className="gap-1">
      <View className="flex-row">
        <Switch label="Raise in the gaps" on={raise !== null} onChange={(on) => set({ raise: on ? { gain: 2, after: 6 } : null })} />
      </View>
      {raise ? (
        <>
          <NumberField
            label="Comes up by"
            value={raise.gain}
            least={0}
            most={LIMITS.dip.raise}
            {...levelEntry}
            onChange={(gain) => set({ raise: { ...raise, gain } })}
          />
          <NumberField
            {...spanEntry}
            step={1}
            label="where nobody speaks for over"
            value={raise.after}
            most={LIMITS.dip.after}
            onChange={(after) => set({ raise: { ...raise, after } })}
          />
        </>
      ) : null}
    </View>
  );
}
