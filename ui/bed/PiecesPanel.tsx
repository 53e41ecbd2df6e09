import { sayLane, sayTime, t } from '../../words';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { View } from 'react-native';
import { LIMITS, lanesOf, partSeconds, partsOn, type Part } from '../../core/show';
import { gapBefore, placeAfter, reorderPiece } from '../../core/show/edits';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { IconButton } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { shiftEntry } from '../controls/timeEntry';

/** The pieces of the bed one after the other: their order, and the gap or overlap between each two. */
export function PiecesPanel() {
  const show = useSaved(whole);
  const lanes = lanesOf(show, 'bed');
  const all = partsOn(show, 'bed');
  return (
    <View className="gap-2">
      {lanes.map((lane) => {
        const pieces = all.filter((part) => part.lane === lane.id);
        return (
          <View key={lane.id} className="gap-2">
            {lanes.length > 1 && pieces.length > 0 ? <Say look="label">{sayLane(lane)}</Say> : null}
            <LanePieces pieces={pieces} />
          </View>
        );
      })}
    </View>
  );
}

/** The pieces of one lane. */
function LanePieces({ pieces }: { readonly pieces: readonly Part[] }) {
  const show = useSaved(whole);
  const { edit } = useOpenShow.getState();
  return (
    <View className="gap-2">
      {pieces.map((part, index) => {
        const gap = gapBefore(show, part);
        const { title } = show.media[part.media]!;
        return (
          <View key={part.id} className="gap-1" accessibilityLabel={t('bed.piece', { number: index + 1 })}>
            {gap === null ? null : (
              <NumberField
                {...shiftEntry}
                label={t('bed.gapBeforePiece', { number: index + 1 })}
                value={Number(gap.toFixed(6))}
                least={-LIMITS.showSeconds}
                most={LIMITS.showSeconds}
                note={gap < -5e-4 ? t('bed.theyOverlapAndCross') : ''}
                onChange={(next) => edit(placeAfter, { id: part.id, gap: next })}
              />
            )}
            <View className="flex-row items-center rounded-control border border-line bg-card py-1 pl-3">
              <View className="flex-1">
                <Say look="strong" numberOfLines={1}>
                  {index + 1} · {title}
                </Say>
                <Say look="small">{t('bed.fromPlays', { from: sayTime(part.at), length: sayTime(partSeconds(part)) })}</Say>
              </View>
              <IconButton
                label={t('bed.pieceEarlier', { number: index + 1 })}
                icon={ArrowUp}
                disabled={index === 0}
                onPress={() => edit(reorderPiece, { id: part.id, index: index - 1 })}
              />
              <IconButton
                label={t('bed.pieceLater', { number: index + 1 })}
                icon={ArrowDown}
                disabled={index === pieces.length - 1}
                onPress={() => edit(reorderPiece, { id: part.id, index: index + 1 })}
              />
            </View>
          </View>
        );
      })}
    </View>
  );
}
