import { sayTime, t } from '../../words';
import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import { nameOf, type Hearing } from '../../core/music';
import type { Marks, Part, Show, Stretch } from '../../core/show';
import { setMarks } from '../../core/show/edits';
import { askAnew } from '../../session/fit/fitting';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';

interface Props {
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
  { value: 'keep', label: 'fit.keepWhole' },
  { value: 'out', label: 'fit.leaveOut' },
] as const;

/** Passages in which no stitch may fall, and passages that are not to be heard. */
export function PassageFields({ part, heard }: Props) {
  const show = useSaved(whole);
  const marks = marksOf(show, part.media);
  const [kind, setKind] = useState<'keep' | 'out'>('keep');
  const [from, setFrom] = useState(0);
  const [to, setTo] = useState(Math.min(8, heard.seconds));
  const add = (passage: Stretch) => mark(show, part.media, { [kind]: [...marks[kind], passage] });
  return (
    <View className="gap-2" accessibilityLabel={t('fit.passages')}>
      <Say look="label">{t('fit.passages')}</Say>
      {(['keep', 'out'] as const).flatMap((each) =>
        marks[each].map((one, index) => (
          <View key={`${each} ${index}`} className="flex-row items-center rounded-control border border-line bg-card pl-3">
            <Say look="small" className="flex-1 text-ink">
              {t(each === 'keep' ? 'fit.keptWhole' : 'fit.leftOut', { from: sayTime(one.from), to: sayTime(one.to) })}
            </Say>
            <IconButton
              label={t('fit.removeTo', { from: sayTime(one.from), to: sayTime(one.to) })}
              icon={Trash}
              onPress={() => mark(show, part.media, { [each]: marks[each].filter((_, i) => i !== index) })}
            />
          </View>
        )),
      )}
      <Choice
        label={t('fit.passage')}
        options={KINDS.map(({ value, label }) => ({ value, label: t(label) }))}
        value={kind}
        onChange={setKind}
      />
      <View className="flex-row flex-wrap gap-1.5">
        {heard.sections.map((section) => (
          <Button
            key={section.from}
            label={`${nameOf(marks.names, section.from, section.letter)} ${sayTime(section.from, 0)}`}
            hint={t(kind === 'keep' ? 'fit.keepSection' : 'fit.leaveSection', {
              name: nameOf(marks.names, section.from, section.letter),
              from: sayTime(section.from, 0),
            })}
            onPress={() => add({ from: section.from, to: section.to })}
            tight
          />
        ))}
      </View>
      <NumberField {...momentEntry} label={t('fit.passageFrom')} value={from} least={0} most={heard.seconds} onChange={setFrom} />
      <NumberField {...momentEntry} label={t('fit.passageTo')} value={to} least={0} most={heard.seconds} onChange={setTo} />
      <Button
        label={kind === 'keep' ? t('fit.keepThisPassageWhole') : t('fit.leaveThisPassageOut')}
        icon={Plus}
        disabled={to - from < 0.1}
        onPress={() => add({ from, to })}
      />
    </View>
  );
}
