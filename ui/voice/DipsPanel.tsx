import { decimal, sayGain, t } from '../../words';
import { View } from 'react-native';
import { LIMITS, firstDips, type Depth, type DipRules } from '../../core/show';
import { setDips } from '../../core/show/edits';
import { levelEntry, levelOfPercent, percentEntry, percentOfLevel } from '../controls/levelEntry';
import { useOpenShow, useShown } from '../../session/open/store';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { Switch } from '../controls/Switch';
import { parseSigned, spanEntry } from '../controls/timeEntry';
import { sayDepth } from '../words/voices';

/** What a new show starts with: two taps on a value bring it back there. */
const FIRST = firstDips();
const sayBand = (share: number) => `${decimal(share * 100, 0)} %`;
const FIRST_DEPTH = FIRST.depth.by === 'fixed' ? FIRST.depth.gain : 0;

/** How the show makes room for speech: how deep, how quickly, what goes down, and where it comes up. */
export function DipsPanel() {
  const { edit, tryOut } = useOpenShow.getState();
  const dips = useShown((show) => show.dips);
  const set = (change: Partial<DipRules>) => edit(setDips, { change });
  const deep = (gain: number): Partial<DipRules> => ({ depth: { by: 'fixed', gain: Math.max(LIMITS.dip.least, Math.min(0, gain)) } });
  return (
    <View className="gap-3">
      <FirstMet words={['dip']} />
      <Say look="small">{t('voice.theBedGoesDownWhere', { depth: sayDepth(dips.depth) })}</Say>
      <Choice
        label={t('voice.depth')}
        options={[
          { value: 'fixed', label: t('voice.alwaysAsMuch') },
          { value: 'clear', label: t('voice.asFarAsItTakes') },
          { value: 'thin', label: t('voice.thinOut') },
        ]}
        value={dips.depth.by}
        onChange={(by) => set({ depth: firstDepth(by) })}
      />
      {dips.depth.by === 'fixed' ? (
        <View className="gap-1">
          <Slider
            label={t('voice.depthOfTheDips')}
            value={dips.depth.gain}
            least={-30}
            most={0}
            step={0.5}
            start={FIRST_DEPTH}
            say={sayGain}
            onChange={(gain) => tryOut(setDips, { change: deep(gain) })}
            onChangeEnd={(gain) => set(deep(gain))}
            onCancel={() => useOpenShow.getState().endPreview()}
          />
          <NumberField
            label={t('voice.goesDownBy')}
            value={dips.depth.gain}
            least={LIMITS.dip.least}
            most={0}
            {...levelEntry}
            start={FIRST_DEPTH}
            onChange={(gain) => set(deep(gain))}
          />
          <NumberField
            label={t('voice.toSoManyPercent')}
            value={percentOfLevel(dips.depth.gain)}
            {...percentEntry}
            start={percentOfLevel(FIRST_DEPTH)}
            most={100}
            step={1}
            say={(value) => `${decimal(value, 1)} %`}
            onChange={(percent) => set(deep(levelOfPercent(percent)))}
          />
        </View>
      ) : dips.depth.by === 'thin' ? (
        <ThinFields dips={dips} share={dips.depth.share} set={set} />
      ) : (
        <NumberField
          label={t('voice.staysBelowTheVoiceBy')}
          value={dips.depth.margin}
          least={0}
          most={LIMITS.dip.margin}
          step={1}
          parse={parseSigned}
          say={(value) => `${decimal(value, 1)} dB`}
          note={t('voice.measuredIn3SAnd')}
          onChange={(margin) => set({ depth: { by: 'clear', margin } })}
        />
      )}
      <View className="gap-1">
        <Say look="label">{t('voice.onlyTheSpeechBand')}</Say>
        <Slider
          label={t('voice.onlyTheSpeechBand')}
          value={dips.band ?? 0}
          least={0}
          most={1}
          step={0.05}
          start={0}
          say={sayBand}
          onChange={(band) => tryOut(setDips, { change: { band } })}
          onChangeEnd={(band) => set({ band })}
          onCancel={() => useOpenShow.getState().endPreview()}
        />
        <Say look="small">{t('voice.bandNote', { share: sayBand(dips.band ?? 0) })}</Say>
      </View>
      <View className="gap-1">
        <NumberField
          {...spanEntry}
          label={t('voice.timeToGoDown')}
          value={dips.down}
          start={FIRST.down}
          most={LIMITS.dip.slope}
          onChange={(down) => set({ down })}
        />
        <NumberField
          {...spanEntry}
          label={t('voice.timeToComeUp')}
          value={dips.up}
          start={FIRST.up}
          most={LIMITS.dip.slope}
          onChange={(up) => set({ up })}
        />
        <NumberField
          {...spanEntry}
          label={t('voice.beginsBeforeTheVoice')}
          value={dips.lead}
          start={FIRST.lead}
          most={LIMITS.dip.lead}
          {...(dips.depth.by !== 'fixed' && dips.lead < dips.down ? { note: t('voice.earlierHere') } : {})}
          onChange={(lead) => set({ lead })}
        />
        <NumberField
          {...spanEntry}
          label={t('voice.ridesThroughPausesUnder')}
          value={dips.bridge}
          start={FIRST.bridge}
          most={LIMITS.dip.bridge}
          onChange={(bridge) => set({ bridge })}
        />
      </View>
      <View className="gap-1">
        <Say look="label">{t('voice.whatGoesDown')}</Say>
        <View className="flex-row flex-wrap gap-2">
          <Switch label={t('voice.theBed')} hint={t('voice.theBedGoesDown')} on={dips.bed} onChange={(bed) => set({ bed })} />
          <Switch label={t('voice.clipsOwnSound')} hint={t('voice.theClipsOwnSoundGoes')} on={dips.own} onChange={(own) => set({ own })} />
          <Switch label={t('voice.spotSounds')} hint={t('voice.spotSoundsGoDown')} on={dips.spot} onChange={(spot) => set({ spot })} />
        </View>
      </View>
      <View className="gap-1">
        <Say look="label">{t('voice.alsoForSpeechIn')}</Say>
        <View className="flex-row">
          <Switch
            label={t('voice.theClipsOwnSound')}
            hint={t('voice.speechInTheClipsOwn')}
            on={dips.hearsClips}
            onChange={(hearsClips) => set({ hearsClips })}
          />
        </View>
      </View>
      <Raise dips={dips} set={set} />
    </View>
  );
}

/** Depths as they begin. */
function firstDepth(by: Depth['by']): Depth {
  if (by === 'fixed') return { by, gain: FIRST_DEPTH };
  return by === 'clear' ? { by, margin: 15 } : { by, share: LIMITS.thin.start };
}

interface ThinProps {
  readonly dips: DipRules;
  readonly share: number;
  readonly set: (change: Partial<DipRules>) => void;
}

/** How much of the voice is to be understood, and how quickly layers go and come back. */
function ThinFields({ dips, share, set }: ThinProps) {
  const { tryOut } = useOpenShow.getState();
  const slopes = dips.thin ?? { down: LIMITS.thin.down, up: LIMITS.thin.up };
  return (
    <View className="gap-1">
      <Say look="label">{`${t('voice.howMuchIsUnderstood')}: ${sayBand(share)}`}</Say>
      <Slider
        label={t('voice.howMuchIsUnderstood')}
        value={share}
        least={LIMITS.thin.least}
        most={LIMITS.thin.most}
        step={0.01}
        start={LIMITS.thin.start}
        say={sayBand}
        onChange={(next) => tryOut(setDips, { change: { depth: { by: 'thin', share: next } } })}
        onChangeEnd={(next) => set({ depth: { by: 'thin', share: next } })}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <Say look="small">{t('voice.thinNote')}</Say>
      <NumberField
        {...spanEntry}
        label={t('voice.layersGoIn')}
        value={slopes.down}
        start={LIMITS.thin.down}
        most={LIMITS.dip.slope}
        onChange={(down) => set({ thin: { ...slopes, down } })}
      />
      <NumberField
        {...spanEntry}
        label={t('voice.layersComeBackIn')}
        value={slopes.up}
        start={LIMITS.thin.up}
        most={LIMITS.dip.slope}
        onChange={(up) => set({ thin: { ...slopes, up } })}
      />
    </View>
  );
}

/** The bed comes up where nobody speaks for long. */
function Raise({ dips: { raise }, set }: { readonly dips: DipRules; readonly set: (change: Partial<DipRules>) => void }) {
  return (
    <View className="gap-1">
      <View className="flex-row">
        <Switch
          label={t('voice.raiseInTheGaps')}
          on={raise !== null}
          onChange={(on) => set({ raise: on ? { gain: 2, after: 6 } : null })}
        />
      </View>
      {raise ? (
        <>
          <NumberField
            label={t('voice.comesUpBy')}
            value={raise.gain}
            least={0}
            most={LIMITS.dip.raise}
            {...levelEntry}
            onChange={(gain) => set({ raise: { ...raise, gain } })}
          />
          <NumberField
            {...spanEntry}
            step={1}
            label={t('voice.whereNobodySpeaksForOver')}
            value={raise.after}
            most={LIMITS.dip.after}
            onChange={(after) => set({ raise: { ...raise, after } })}
          />
        </>
      ) : null}
    </View>
  );
}
