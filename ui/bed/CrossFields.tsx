import { decimal, saySpan, t, type PlainKey } from '../../words';
import AlignVertical from 'lucide-react-native/icons/align-center-vertical';
import { View } from 'react-native';
import { joinsBetween } from '../../core/level';
import { FIRST_CROSS, LIMITS, crossingsOf, type Cross, type CrossLaw, type Crossing, type Part, type Show } from '../../core/show';
import { setCross } from '../../core/show/edits';
import { useAlikeness } from '../../session/bed/joins';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { momentEntry } from '../controls/timeEntry';
import { openPanel } from '../panels/open';
import { sayBend } from '../words/levels';
import { sayAlike } from '../words/seams';

const LAWS: readonly { readonly value: CrossLaw; readonly label: PlainKey; readonly note: PlainKey }[] = [
  { value: 'matched', label: 'bed.matched', note: 'bed.toHowAlikeTheTwo' },
  { value: 'power', label: 'bed.equalPower', note: 'bed.forTwoDifferentSounds' },
  { value: 'even', label: 'bed.even', note: 'bed.forTheSameSoundOn' },
];

/** Where a part takes over from the one before it, if it does. */
export function crossingInto(show: Show, part: Part): Crossing | null {
  return crossingsOf(show).find((one) => one.to.id === part.id) ?? null;
}

/** How a piece takes over from the one before it: the law, and a bend for each side. */
export function CrossFields({ part }: { readonly part: Part }) {
  const show = useShown(whole);
  const { edit, tryOut } = useOpenShow.getState();
  const alikeOf = useAlikeness(show);
  const crossing = crossingInto(show, part);
  if (!crossing) return null;
  const cross: Cross = part.cross ?? FIRST_CROSS;
  const alike = alikeOf(joinsBetween(show).get(part.id)?.into);
  const change = (next: Partial<Cross>) => ({ id: part.id, change: next });
  const before = show.media[crossing.from.media]!.title;
  return (
    <View className="gap-1">
      <Say look="small">
        {crossing.overlap > 0
          ? t('bed.crossesWithFor', { before, overlap: saySpan(crossing.overlap) })
          : t('bed.followsAcrossAShortCrossfade', { before })}
      </Say>
      <Choice
        label={t('bed.crossing')}
        options={LAWS.map(({ value, label }) => ({ value, label: t(label) }))}
        value={cross.law}
        onChange={(law) => edit(setCross, change({ law }))}
      />
      <Say look="small">
        {cross.law === 'matched' && crossing.overlap > 0
          ? t('bed.matchedAlike', { alike: sayAlike(alike) })
          : t(LAWS.find(({ value }) => value === cross.law)!.note)}
      </Say>
      {(['bendOut', 'bendIn'] as const).map((side) => {
        const label = side === 'bendOut' ? t('bed.goingOut') : t('bed.comingIn');
        return (
          <View key={side} className="flex-row items-center gap-2">
            <Say look="small" className="w-36">
              {label}: {sayBend(cross[side])}
            </Say>
            <View className="flex-1">
              <Slider
                label={t('common.bend', { label })}
                value={cross[side]}
                least={-1}
                most={1}
                step={0.1}
                start={0}
                say={sayBend}
                onChange={(bend) => tryOut(setCross, change({ [side]: bend }))}
                onChangeEnd={(bend) => edit(setCross, change({ [side]: bend }))}
                onCancel={() => useOpenShow.getState().endPreview()}
              />
            </View>
          </View>
        );
      })}
      {crossing.overlap === 0 ? (
        <NumberField
          {...momentEntry}
          label={t('bed.crossfade')}
          value={cross.seconds}
          start={LIMITS.join.start}
          least={LIMITS.join.least}
          most={LIMITS.join.most}
          step={0.005}
          say={(value) => `${decimal(value, 3)} s`}
          onChange={(seconds) => edit(setCross, change({ seconds }))}
        />
      ) : null}
      <Button
        label={t('bed.lineUpTheBeats')}
        icon={AlignVertical}
        kind="quiet"
        onPress={() => openPanel({ name: 'join', join: { part: part.id, index: null } })}
      />
    </View>
  );
}
