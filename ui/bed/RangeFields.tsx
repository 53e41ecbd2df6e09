import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS, pinLevel, type Part } from '../../core/show';
import { saySpan } from '../../core/units';
import { levelMarked, markRange, removeMarked, setRange, useRange, dropRange, clearLevels } from '../../session/bed/range';
import { useShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { useOpenShow } from '../../session/open/store';
import { Slider } from '../controls/Slider';
import { momentEntry } from '../controls/timeEntry';

const sayBy = (by: number) => (by === 0 ? 'as it is' : `${Math.abs(by).toFixed(1)} dB ${by < 0 ? 'lower' : 'higher'}`);

/** A range of what is chosen: lowered or raised in one gesture, removed, with or without closing up. */
export function RangeFields({ parts }: { readonly parts: readonly Part[] }) {
  const range = useRange((state) => state.range);
  const saved = useShow();
  const set = parts.some((part) => part.pins.length > 0);
  if (!range) {
    return (
      <View className="flex-row flex-wrap gap-2">
        <Button label="Mark a range" onPress={markRange} className="grow" />
        {set ? <Button label="Level as before" kind="quiet" onPress={clearLevels} /> : null}
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
          label={`Range ${edge}`}
          value={range[edge]}
          least={0}
          most={LIMITS.showSeconds}
          onChange={(moment) => setRange({ [edge]: moment })}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button label="From here" hint="Range from the now line" kind="quiet" onPress={() => setRange({ from: here() })} />
        <Button label="To here" hint="Range to the now line" kind="quiet" onPress={() => setRange({ to: here() })} />
        <Button label="No range" kind="quiet" onPress={dropRange} />
      </View>
      <LevelBy key={`${range.from} ${range.to}`} level={level} />
      <View className="flex-row flex-wrap gap-2">
        <Button label="Remove" hint="Remove the range" icon={Trash} kind="danger" onPress={() => removeMarked(false)} />
        <Button
          label="Remove and close up"
          hint="Remove the range and close up"
          icon={ChevronsUp}
          onPress={() => removeMarked(true)}
          className="grow"
        />
        {set ? <Button label="Level as before" kind="quiet" onPress={clearLevels} /> : null}
      </View>
      <Say look="small">{saySpan(range.to - range.from)} long. Its ends can be dragged on the sheet.</Say>
    </View>
  );
}

/** Lowers or raises: the slider shows the level that is set there, and moving it changes it by the difference. */
function LevelBy({ level }: { readonly level: number }) {
  const by = (next: number, trying: boolean) => levelMarked(next - level, trying);
  return (
    <View className="gap-1">
      <Slider
        label="Level of the range"
        value={level}
        least={-40}
        most={LIMITS.pin.most}
        step={0.5}
        say={sayBy}
        onChange={(next) => by(next, true)}
        onChangeEnd={(next) => by(next, false)}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <NumberField
        label="Range in dB"
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
