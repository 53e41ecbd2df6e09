import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import { nameOf, type Hearing } from '../../core/music';
import type { Marks, Part, Show, Stretch } from '../../core/show';
import { setMarks } from '../../core/show/edits';
import { sayTime } from '../../core/units';
import { askAnew } from '../../session/fit/fitting';
import { useOpenShow } from '../../session/open/store';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';

interface Props {
  readonly show: Show;
  readonly part: Part;
  readonly heard: Hearing;
}

export const marksOf = (show: Show, media: string): Marks => show.media[media]!.marks ?? { keep: [], out: [], names: [] };

/** Says something of a piece's passages; the fit follows. */
export function mark(show: Show, media: string, change: Partial<Marks>): void {
  useOpenShow.getState().edit(setMarks, { media, marks: { ...marksOf(show, media), ...change } });
  askAnew();
}

const KINDS = [
  { value: 'keep', label: 'Keep whole' },
  { value: 'out', label: 'Leave out' },
] as const;

/** Passages in which no stitch may fall, and passages that are not to be heard. */
export function PassageFields({ show, part, heard }: Props) {
  const marks = marksOf(show, part.media);
  const [kind, setKind] = useState<'keep' | 'out'>('keep');
  const [from, setFrom] = useState(0);
  const [to, setTo] = useState(Math.min(8, heard.seconds));
  const add = (passage: Stretch) => mark(show, part.media, { [kind]: [...marks[kind], passage] });
  return (
    <View className="gap-2" accessibilityLabel="Passages">
      <Say look="label">Passages</Say>
      {(['keep', 'out'] as const).flatMap((each) =>
        marks[each].map((one, index) => (
          <View key={`${each} ${index}`} className="flex-row items-center rounded-control border border-line bg-card pl-3">
            <Say look="small" className="flex-1 text-ink">
              {each === 'keep' ? 'Whole' : 'Left out'}: {sayTime(one.from)} to {sayTime(one.to)}
            </Say>
            <IconButton
              label={`Remove: ${sayTime(one.from)} to ${sayTime(one.to)}`}
              icon={Trash}
              onPress={() => mark(show, part.media, { [each]: marks[each].filter((_, i) => i !== index) })}
            />
          </View>
        )),
      )}
      <Choice label="Passage" options={KINDS} value={kind} onChange={setKind} />
      <View className="flex-row flex-wrap gap-1.5">
        {heard.sections.map((section) => (
          <Button
            key={section.from}
            label={`${nameOf(marks.names, section.from, section.letter)} ${sayTime(section.from, 0)}`}
            hint={`${kind === 'keep' ? 'Keep whole' : 'Leave out'}: section ${nameOf(marks.names, section.from, section.letter)} from ${sayTime(section.from, 0)}`}
            onPress={() => add({ from: section.from, to: section.to })}
            tight
          />
        ))}
      </View>
      <NumberField {...momentEntry} label="Passage from" value={from} least={0} most={heard.seconds} onChange={setFrom} />
      <NumberField {...momentEntry} label="Passage to" value={to} least={0} most={heard.seconds} onChange={setTo} />
      <Button
        label={kind === 'keep' ? 'Keep this passage whole' : 'Leave this passage out'}
        icon={Plus}
        disabled={to - from < 0.1}
        onPress={() => add({ from, to })}
      />
    </View>
  );
}
