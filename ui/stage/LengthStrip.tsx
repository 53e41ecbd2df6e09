import { useShown } from '../../session/open/store';
import { sayTime, t } from '../../words';
import { memo } from 'react';
import { View } from 'react-native';
import { compareLengths, type Lengths } from '../../core/show';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { sayDifference } from '../words/lengths';

const NOTHING_TO_FIT: ReadonlySet<Lengths['verdict']> = new Set(['no-bed', 'no-pictures']);

interface Props {
  readonly onFit: () => void;
  /** Adds a line that says both lengths. */
  readonly spelled?: boolean;
}

/** The two lengths on one scale, what is missing or too much dashed, and the difference on a button that leads to the fit. */
export function LengthStrip({ onFit, spelled = false }: Props) {
  const lengths = useShown(compareLengths);
  return <Strip {...lengths} onFit={onFit} spelled={spelled} />;
}

/** Drawn anew only when a length changes. */
const Strip = memo(function Strip({ onFit, spelled, ...lengths }: Lengths & { readonly onFit: () => void; readonly spelled: boolean }) {
  const most = Math.max(lengths.pictures, lengths.bed, 1e-9);
  const said = sayDifference(lengths);
  const fits = lengths.verdict === 'fits';
  // There is nothing to compare, and nothing to fit to.
  const alone = lengths.verdict === 'alone';
  return (
    <View className="flex-row items-center gap-3">
      <View
        className="flex-1 gap-1"
        accessibilityRole="image"
        accessibilityLabel={
          alone
            ? t('stage.lengthAlone', { length: sayTime(lengths.pictures) })
            : t('stage.lengths', { pictures: sayTime(lengths.pictures), bed: sayTime(lengths.bed), difference: said })
        }
      >
        {alone ? null : <Bar filled={lengths.pictures / most} dashed={0} colour="bg-moss" border="border-moss" />}
        <Bar
          filled={(alone ? lengths.pictures : Math.min(lengths.bed, lengths.pictures || lengths.bed)) / most}
          dashed={alone ? 0 : Math.abs(lengths.difference) / most}
          colour="bg-rain"
          border="border-rain"
        />
        {spelled ? (
          <Say look="time" className="text-ink-2">
            {alone
              ? t('stage.lengthAlone', { length: sayTime(lengths.pictures) })
              : t('stage.lengthsShort', { pictures: sayTime(lengths.pictures), bed: sayTime(lengths.bed) })}
          </Say>
        ) : null}
      </View>
      {alone ? (
        <Say look="label">{said}</Say>
      ) : (
        <Button
          label={said}
          hint={t('stage.lengthOpensTheFit', { difference: said })}
          kind={fits ? 'moss' : 'strong'}
          disabled={NOTHING_TO_FIT.has(lengths.verdict)}
          onPress={onFit}
        />
      )}
    </View>
  );
});

interface BarProps {
  /** Shares of the whole width. What is missing or too much is dashed. */
  readonly filled: number;
  readonly dashed: number;
  readonly colour: string;
  readonly border: string;
}

function Bar({ filled, dashed, colour, border }: BarProps) {
  return (
    <View className="h-2.5 w-full flex-row">
      <View className={`rb-drawn h-2.5 rounded-full ${colour}`} style={{ width: `${filled * 100}%` }} />
      {dashed > 0.001 ? (
        <View className={`rb-drawn h-2.5 rounded-full border border-dashed ${border}`} style={{ width: `${dashed * 100}%` }} />
      ) : null}
    </View>
  );
}
