import { saySpan, sayTime, t } from '../../words';
import AlignVertical from 'lucide-react-native/icons/align-center-vertical';
import ArrowDownToLine from 'lucide-react-native/icons/arrow-down-to-line';
import ArrowUpToLine from 'lucide-react-native/icons/arrow-up-to-line';
import Scissors from 'lucide-react-native/icons/scissors';
import { View } from 'react-native';
import { joinsOf, partEnd, partSeconds, soundSeconds, type Part } from '../../core/show';
import { slipPart, trimSource } from '../../core/show/edits';
import { splitHere, trimHere } from '../../session/bed/hands';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';
import { openPanel } from '../panels/open';

/** What is cut off the start in one tap, seconds of the sound; the part stays where it begins. */
const OFF = [1, 3, 5];

/** Cutting one part by hand: at the now line, and which passage of its sound lies in its place. */
export function CutFields({ part }: { readonly part: Part }) {
  const show = useShown(whole);
  // To a tenth of a second: what is offered does not change with every picture while the show plays.
  const now = useTransport((state) => Math.round(state.now * 10) / 10);
  const within = now > part.at && now < partEnd(part);
  const first = part.spans[0]!.from;
  const source = soundSeconds(show, part);
  const last = Math.max(...part.spans.map((span) => span.to));
  const least = first - Math.min(...part.spans.map((span) => span.from));
  const joins = joinsOf(show, part);
  const near = [...joins].sort((a, b) => Math.abs(a.at - now) - Math.abs(b.at - now))[0];
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('bed.splitHere')}
          hint={t('bed.splitAtTheNowLine')}
          icon={Scissors}
          kind="strong"
          disabled={!within}
          onPress={splitHere}
          className="grow"
        />
        <Button
          label={t('bed.startHere')}
          hint={t('bed.trimTheStartToThe')}
          icon={ArrowUpToLine}
          disabled={!within}
          onPress={() => trimHere('start')}
        />
        <Button
          label={t('bed.endHere')}
          hint={t('bed.trimTheEndToThe')}
          icon={ArrowDownToLine}
          disabled={!within}
          onPress={() => trimHere('end')}
        />
      </View>
      <View className="flex-row flex-wrap items-center gap-1.5">
        <Say look="small" className="text-ink">
          {t('bed.cutOffTheStart')}
        </Say>
        {OFF.map((seconds) => (
          <Button
            key={seconds}
            label={saySpan(seconds)}
            hint={t('bed.cutOffSoMuch', { seconds: saySpan(seconds) })}
            kind="quiet"
            disabled={partSeconds(part) <= seconds}
            onPress={() => useOpenShow.getState().edit(trimSource, { id: part.id, edge: 'start', position: first + seconds })}
            tight
          />
        ))}
      </View>
      {within ? null : <Say look="small">{t('bed.moveThePartUnderThe')}</Say>}
      <NumberField
        {...momentEntry}
        label={t('bed.slipPassageFrom')}
        value={first}
        least={least}
        most={Math.max(first, source - (last - first))}
        note={t('bed.anotherPassageInTheSame')}
        onChange={(from) => useOpenShow.getState().edit(slipPart, { id: part.id, by: from - first })}
      />
      {near ? (
        <Button
          label={t('bed.lineUpTheJoinAt', { at: sayTime(near.at) })}
          icon={AlignVertical}
          kind="quiet"
          onPress={() => openPanel({ name: 'join', join: { part: near.part, index: near.index } })}
        />
      ) : null}
    </View>
  );
}
