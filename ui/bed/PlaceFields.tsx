import { saySpan, t } from '../../words';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, partSeconds, type Part } from '../../core/show';
import { gapBefore, pieceBefore, placeAfter, shiftLater } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { shiftEntry, spanEntry } from '../controls/timeEntry';

function sayGap(gap: number, before: string): string {
  if (Math.abs(gap) < 5e-4) return t('bed.followsWithoutAGap', { before });
  return gap > 0 ? t('bed.afterTheEndOf', { gap: saySpan(gap), before }) : t('bed.overTheEndOf', { gap: saySpan(gap), before });
}

/** An overlap to begin with, seconds. */
const FIRST = 0.5;

/** Where a piece lies against the one before it, and moving it with all that come later. */
export function PlaceFields({ part }: { readonly part: Part }) {
  const [shift, setShift] = useState(1);
  const { edit } = useOpenShow.getState();
  const before = useShown((show) => pieceBefore(show, part));
  const gap = useShown((show) => gapBefore(show, part));
  const title = useShown((show) => (before ? show.media[before.media]!.title : ''));
  const later = useShown((show) => show.parts.some((one) => one.lane === part.lane && one.at > part.at));
  if (!before || gap === null) return null;
  const over = gap < -5e-4;
  const size = Math.abs(Number(gap.toFixed(6)));
  const put = (seconds: number) => edit(placeAfter, { id: part.id, gap: seconds });
  const by = (seconds: number) => edit(shiftLater, { id: part.id, by: seconds });
  return (
    <View className="gap-1">
      <Choice
        label={t('bed.place')}
        options={(['after', 'over'] as const).map((value) => ({ value, label: t(value === 'after' ? 'bed.aGap' : 'bed.anOverlap') }))}
        value={over ? 'over' : 'after'}
        onChange={(value) => put(value === 'over' ? -Math.max(size, FIRST) : size)}
      />
      <NumberField
        {...spanEntry}
        label={t(over ? 'bed.overlapOf' : 'bed.gapOf')}
        value={size}
        most={over ? Math.min(partSeconds(before), partSeconds(part)) : LIMITS.showSeconds}
        note={sayGap(gap, title)}
        onChange={(next) => put(over ? -next : next)}
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
