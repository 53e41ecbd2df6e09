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
import { Choice } from '../controls/Choice';
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
  const isTo = (seconds: number | null) => seconds !== null && to !== 'show' && Math.abs(to - seconds) < 1e-6;
  return (
    <View className="gap-1.5">
      <Choice
        label={t('common.length')}
        options={[
          {
            value: 'show',
            label: t('fit.theShowOf', { length: sayTime(wantedSeconds(show, part, 'show')) }),
            hint: t('fit.asTheShow'),
          },
          { value: 'picture', label: t('fit.upToThisPicture'), hint: t('fit.upToThePictureAtNow'), disabled: upTo === null },
        ]}
        value={to === 'show' ? 'show' : isTo(upTo) ? 'picture' : null}
        onChange={(which) => ask({ to: which === 'show' ? 'show' : upTo! })}
      />
      {marks.length > 0 ? (
        <Choice
          label={t('fit.upToAMark')}
          options={marks.map(({ id, at, name }) => ({
            value: id,
            label: `${name || t('sheet.mark')} ${sayTime(at)}`,
            hint: t('fit.upToTheMark', { name: name || t('sheet.mark'), at: sayTime(at) }),
            icon: Flag,
          }))}
          value={marks.find(({ at }) => isTo(at - part.at))?.id ?? null}
          onChange={(mark) => ask({ to: marks.find(({ id }) => id === mark)!.at - part.at })}
          wrap
        />
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
