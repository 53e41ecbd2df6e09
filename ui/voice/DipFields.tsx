import { sayLevel, t, sayLane } from '../../words';
import { View } from 'react-native';
import { FIRST_PART_DIP, lanesOf, LIMITS, type Part, type PartDip } from '../../core/show';
import { muteParts, setPartDip, toLane } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { levelEntry } from '../controls/levelEntry';
import { spanEntry } from '../controls/timeEntry';
import { sayMore } from '../words/voices';

const STEP = 3;

/** What narrations ask of the bed: deeper, shallower, nothing, slopes of their own; muting; another speaker. */
export function DipFields({ parts }: { readonly parts: readonly Part[] }) {
  const rules = useShown((show) => show.dips);
  const { edit } = useOpenShow.getState();
  const ids = parts.map((part) => part.id);
  const part = parts[0]!;
  const dip = part.dip ?? FIRST_PART_DIP;
  const set = (change: Partial<PartDip> | null) => edit(setPartDip, { ids, change });
  const muted = parts.every((one) => one.mute === true);
  return (
    <View className="gap-1">
      <View className="flex-row flex-wrap gap-2">
        <Switch label={t('voice.dipsTheBed')} on={dip.on} onChange={(on) => set({ on })} />
        <Button
          label={t('voice.deeper')}
          hint={t('voice.aDeeperDip')}
          disabled={!dip.on}
          onPress={() => set({ by: dip.by - STEP })}
          tight
        />
        <Button
          label={t('voice.shallower')}
          hint={t('voice.aShallowerDip')}
          disabled={!dip.on}
          onPress={() => set({ by: dip.by + STEP })}
          tight
        />
        <Switch
          label={t('common.mute')}
          hint={t('voice.muteTheNarration')}
          on={muted}
          onChange={(mute) => edit(muteParts, { ids, mute })}
        />
      </View>
      <NumberField
        label={t('voice.deeperOrShallowerBy')}
        value={dip.by}
        least={-LIMITS.dip.by}
        most={LIMITS.dip.by}
        {...levelEntry}
        disabled={!dip.on}
        say={(value) => sayLevel(value)}
        note={sayMore(dip.by)}
        onChange={(by) => set({ by })}
      />
      {(['down', 'up'] as const).map((side) => (
        <NumberField
          key={side}
          {...spanEntry}
          label={side === 'down' ? t('voice.ownTimeDown') : t('voice.ownTimeUp')}
          value={dip[side] ?? rules[side]}
          most={LIMITS.dip.slope}
          disabled={!dip.on}
          {...(dip[side] === undefined ? { note: t('voice.asInTheWholeShow') } : {})}
          onChange={(seconds) => set({ [side]: seconds })}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        {part.dip ? (
          <Button label={t('voice.asInTheWholeShow2')} hint={t('voice.dipAsInTheWhole')} kind="quiet" onPress={() => set(null)} />
        ) : null}
        <ToSpeaker ids={ids} lane={part.lane} />
      </View>
    </View>
  );
}

function ToSpeaker({ ids, lane }: { readonly ids: readonly string[]; readonly lane: string }) {
  const others = useShown((show) => lanesOf(show, 'voice').filter((one) => one.id !== lane));
  const { edit } = useOpenShow.getState();
  if (others.length === 0) return null;
  return (
    <>
      <Say look="small" className="self-center">
        {t('voice.giveTo')}
      </Say>
      {others.map((one) => (
        <Button
          key={one.id}
          label={sayLane(one)}
          hint={t('common.giveTo', { title: sayLane(one) })}
          kind="quiet"
          tight
          onPress={() => edit(toLane, { ids, lane: one.id })}
        />
      ))}
    </>
  );
}
