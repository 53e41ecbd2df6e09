import { saySpan, t } from '../../words';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, partSeconds, type Part } from '../../core/show';
import { gapBefore, pieceBefore, placeAfter, shiftLater } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { shiftEntry } from '../controls/timeEntry';

function sayGap(gap: number, before: string): string {
  if (Math.abs(gap) < 5e-4) return t('bed.followsWithoutAGap', { before });
  return gap > 0 ? t('bed.afterTheEndOf', { gap: saySpan(gap), before }) : t('bed.overTheEndOf', { gap: saySpan(gap), before });
}

/** Where a piece lies against the one before it, and moving it with all that come later. */
export function PlaceFields({ part }: { readonly part: Part }) {
  const [shift, setShift] = useState(1);
  const { edit } = useOpenShow.getState();
  const before = useShown((show) => pieceBefore(show, part));
  const gap = useShown((show) => gapBefore(show, part));
  const title = useShown((show) => (before ? show.media[before.media]!.title : ''));
  const later = useShown((show) => show.parts.some((one) => one.lane === part.lane && one.at > part.at));
  if (!before || gap === null) return null;
  const by = (seconds: number) => edit(shiftLater, { id: part.id, by: seconds });
  return (
    <View className="gap-1">
      <NumberField
        {...shiftEntry}
        label={t('bed.gapOverlaps')}
        value={Number(gap.toFixed(6))}
        least={-Math.min(partSeconds(before), partSeconds(part))}
        most={LIMITS.showSeconds}
        note={sayGap(gap, title)}
        onChange={(next) => edit(placeAfter, { id: part.id, gap: next })}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('bed.closeUp')}
          icon={ChevronsUp}
          disabled={Math.abs(gap) < 5e-4}
          onPress={() => edit(placeAfter, { id: part.id, gap: 0 })}
        />
      </View>
      {later ? (
        <>
          <NumberField {...shiftEntry} label={t('bed.shiftAllLaterBy')} value={shift} least={-600} most={600} onChange={setShift} />
          <Button label={t('bed.shiftThisAndAllLater')} kind="quiet" disabled={shift === 0} onPress={() => by(shift)} />
        </>
      ) : null}
    </View>
  );
}
