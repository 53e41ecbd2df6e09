import { decimal, saySpan, t } from '../../words';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS, pinLevel, type Part } from '../../core/show';
import { levelMarked, markRange, removeMarked, setRange, slopeMarked, useRange, dropRange, clearLevels } from '../../session/bed/range';
import { useShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { useOpenShow } from '../../session/open/store';
import { Slider } from '../controls/Slider';
import { momentEntry, spanEntry } from '../controls/timeEntry';

const sayBy = (by: number) =>
  by === 0 ? t('common.asItIs') : t(by < 0 ? 'levels.lower' : 'levels.higher', { by: decimal(Math.abs(by), 1) });

/** A range of what is chosen: lowered or raised in one gesture, removed, with or without closing up. */
export function RangeFields({ parts }: { readonly parts: readonly Part[] }) {
  const range = useRange((state) => state.range);
  const saved = useShow();
  const set = parts.some((part) => part.pins.length > 0);
  if (!range) {
    return (
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('bed.markARange')} onPress={markRange} className="grow" />
        {set ? <Button label={t('common.levelAsBefore')} kind="quiet" onPress={clearLevels} /> : null}
      </View>
    );
  }
  const here = () => useTransport.getState().now;
  // What is saved, not what a finger tries out: the difference counts from there.
  const first = saved?.parts.find((one) => one.id === parts[0]?.id);
  const level = first ? pinLevel(first.pins, (range.from + range.to) / 2 - first.at) : 0;
  return (
    <View className="gap-1">
      {(['from', 'to'] as const).map((edge) => (
        <NumberField
          key={edge}
          {...momentEntry}
          label={t(edge === 'from' ? 'bed.rangeFrom' : 'bed.rangeTo')}
          value={range[edge]}
          least={0}
          most={LIMITS.showSeconds}
          onChange={(moment) => setRange({ [edge]: moment })}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('bed.fromHere')} hint={t('bed.rangeFromTheNowLine')} kind="quiet" onPress={() => setRange({ from: here() })} />
        <Button label={t('bed.toHere')} hint={t('bed.rangeToTheNowLine')} kind="quiet" onPress={() => setRange({ to: here() })} />
        <Button label={t('bed.noRange')} kind="quiet" onPress={dropRange} />
      </View>
      <LevelBy key={`${range.from} ${range.to}`} level={level} />
      {(['into', 'out'] as const).map((side) => (
        <NumberField
          key={side}
          {...spanEntry}
          label={t(side === 'into' ? 'bed.slopeInto' : 'bed.slopeOut')}
          value={range.slopes[side]}
          start={LIMITS.rangeSlope.start}
          most={LIMITS.rangeSlope.most}
          onChange={(seconds) => slopeMarked({ [side]: seconds }, false)}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('common.remove')} hint={t('bed.removeTheRange')} icon={Trash} kind="danger" onPress={() => removeMarked(false)} />
        <Button
          label={t('common.removeAndCloseUp')}
          hint={t('bed.removeTheRangeAndClose')}
          icon={ChevronsUp}
          onPress={() => removeMarked(true)}
          className="grow"
        />
        {set ? <Button label={t('common.levelAsBefore')} kind="quiet" onPress={clearLevels} /> : null}
      </View>
      <Say look="small">{t('bed.longItsEndsCanBe', { length: saySpan(range.to - range.from) })}</Say>
    </View>
  );
}

/** Lowers or raises: the slider shows the level that is set there, and moving it changes it by the difference. */
function LevelBy({ level }: { readonly level: number }) {
  const by = (next: number, trying: boolean) => levelMarked(next - level, trying);
  return (
    <View className="gap-1">
      <Slider
        label={t('bed.levelOfTheRange')}
        value={level}
        least={-40}
        most={LIMITS.pin.most}
        step={0.5}
        start={0}
        say={sayBy}
        onChange={(next) => by(next, true)}
        onChangeEnd={(next) => by(next, false)}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <NumberField
        label={t('bed.rangeInDb')}
        value={level}
        least={LIMITS.pin.least}
        most={LIMITS.pin.most}
        {...levelEntry}
        step={1}
        note={sayBy(level)}
        onChange={(next) => by(next, false)}
      />
    </View>
  );
}
