import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { pieceOf } from '../../core/fit';
import type { Marks, Part, Show } from '../../core/show';
import { setMarks } from '../../core/show/edits';
import { askAnew, touch } from '../../session/fit/fitting';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Say } from '../controls/Say';

export const marksOf = (show: Show, media: string): Marks => show.media[media]!.marks ?? { keep: [], out: [], names: [] };

/** Says something of a piece's passages; the fit follows. */
export function mark(show: Show, media: string, change: Partial<Marks>): void {
  useOpenShow.getState().edit(setMarks, { media, marks: { ...marksOf(show, media), ...change } });
  askAnew();
}

/** How long a passage is that is chosen by its numbers, at first, seconds. */
const FIRST = 8;

/** Passages in which no stitch may fall, and passages that are not to be heard. */
export function PassageMarks({ part }: { readonly part: Part }) {
  const show = useSaved(whole);
  const marks = marksOf(show, part.media);
  const piece = pieceOf(show, part);
  return (
    <View className="gap-1.5" accessibilityLabel={t('fit.passages')}>
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
      <Button
        label={t('fit.chooseAPassage')}
        icon={Plus}
        onPress={() => touch({ passage: { from: piece.from, to: Math.min(piece.to, piece.from + FIRST) } })}
      />
    </View>
  );
}
