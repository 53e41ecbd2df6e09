import ChevronDown from 'lucide-react-native/icons/chevron-down';
import Flag from 'lucide-react-native/icons/flag';
import { View } from 'react-native';
import { wantedSeconds } from '../../core/fit';
import { pictureAt, placePictures, type Part } from '../../core/show';
import { ask, type FitState } from '../../session/fit/fitting';
import { useSaved, whole } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';

/** A piece is fitted to so many seconds at the least and at the most. */
const LEAST = 2;
const MOST = 3600;

interface Props {
  readonly part: Part;
  readonly fitting: FitState;
}

/** How long the piece is to last, in a line; the button opens what else it could be. */
export function AsLongAs({ part, fitting, open, onOpen }: Props & { readonly open: boolean; readonly onOpen: () => void }) {
  const show = useSaved(whole);
  const { to } = fitting.asked;
  const length = sayTime(wantedSeconds(show, part, to));
  return (
    <View className="min-w-0 flex-1 flex-row flex-wrap items-center gap-2">
      <Say look="lead" accessibilityRole="header">
        {t('fit.asLongAs')}
      </Say>
      <Button
        label={to === 'show' ? t('fit.theShowOf', { length }) : length}
        hint={t('fit.asLongAsOpen', { length: to === 'show' ? t('fit.theShowOf', { length }) : length })}
        icon={ChevronDown}
        kind={open ? 'strong' : 'soft'}
        onPress={onOpen}
        tight
      />
    </View>
  );
}

/** What the length can be: the show's, up to the picture at the now line or to a mark, or typed. */
export function LengthChoices({ part, fitting }: Props) {
  const show = useSaved(whole);
  const { to } = fitting.asked;
  const end = useTransport(({ now }) => pictureAt(placePictures(show), now)?.end ?? 0);
  const marks = (show.marks ?? []).filter(({ at }) => at - part.at >= LEAST);
  // As long as it takes to the end of the picture at the now line; none where that is no length for a piece.
  const upTo = end - part.at >= LEAST && end - part.at <= MOST ? end - part.at : null;
  return (
    <View className="gap-1.5">
      <View className="flex-row gap-1.5" accessibilityRole="radiogroup" accessibilityLabel={t('common.length')}>
        <Button
          label={t('fit.theShowOf', { length: sayTime(wantedSeconds(show, part, 'show')) })}
          hint={t('fit.asTheShow')}
          kind="quiet"
          chosen={to === 'show'}
          onPress={() => ask({ to: 'show' })}
          tight
          className="flex-1"
        />
        <Button
          label={t('fit.upToThisPicture')}
          hint={t('fit.upToThePictureAtNow')}
          kind="quiet"
          chosen={upTo !== null && to !== 'show' && Math.abs(to - upTo) < 1e-6}
          disabled={upTo === null}
          onPress={() => ask({ to: upTo! })}
          tight
          className="flex-1"
        />
      </View>
      {marks.length > 0 ? (
        <View className="flex-row flex-wrap gap-1.5" accessibilityRole="radiogroup" accessibilityLabel={t('fit.upToAMark')}>
          {marks.map(({ id, at, name }) => (
            <Button
              key={id}
              label={`${name || t('sheet.mark')} ${sayTime(at)}`}
              hint={t('fit.upToTheMark', { name: name || t('sheet.mark'), at: sayTime(at) })}
              kind="quiet"
              icon={Flag}
              chosen={to !== 'show' && Math.abs(to - (at - part.at)) < 1e-6}
              onPress={() => ask({ to: at - part.at })}
              tight
            />
          ))}
        </View>
      ) : null}
      <NumberField
        {...momentEntry}
        label={t('fit.exactLength')}
        value={wantedSeconds(show, part, to)}
        least={LEAST}
        most={MOST}
        step={1}
        onChange={(seconds) => ask({ to: seconds })}
      />
    </View>
  );
}
