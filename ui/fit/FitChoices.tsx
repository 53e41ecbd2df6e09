import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';
import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { pieceOf, wantedSeconds, type Meet } from '../../core/fit';
import { LIMITS, type Part } from '../../core/show';
import { ask, askWish, type FitState } from '../../session/fit/fitting';
import { useTransport } from '../../session/sound/transport';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { countEntry, momentEntry } from '../controls/timeEntry';

interface Props {
  readonly part: Part;
  readonly fitting: FitState;
}

const SELF = [
  { value: 'no', label: 'fit.iWillSay' },
  { value: 'yes', label: 'fit.byItself' },
] as const;

const NEAR = ['frame', 'beat', 'bar'] as const;
const ENDINGS = ['either', 'own', 'fade'] as const;

/** What else a fit is to mind, behind sensible starts. */
export function FitChoices({ part, fitting }: Props) {
  const { self, wish } = fitting.asked;
  return (
    <View className="gap-2">
      <Say look="label">{t('fit.howItEnds')}</Say>
      <Choice
        label={t('fit.howItEnds')}
        options={ENDINGS.map((value) => ({ value, label: t(`fit.ends.${value}`) }))}
        value={wish.ending}
        onChange={(ending) => askWish({ ending })}
      />
      <Say look="label">{t('fit.howNear')}</Say>
      <Choice
        label={t('fit.howNear')}
        options={NEAR.map((value) => ({ value, label: t(`fit.near.${value}`) }))}
        value={NEAR.find((value) => value === wish.near) ?? null}
        onChange={(near) => askWish({ near })}
      />
      <NumberField
        {...countEntry}
        label={t('fit.shortestBars')}
        value={wish.shortest.of === 'bars' ? wish.shortest.count : 2}
        least={1}
        most={32}
        onChange={(count) => askWish({ shortest: { of: 'bars', count } })}
      />
      <Meets part={part} fitting={fitting} />
      <Say look="label">{t('fit.whenTheShowsLengthChanges')}</Say>
      <Choice
        label={t('fit.fitAnew')}
        options={SELF.map(({ value, label }) => ({ value, label: t(label) }))}
        value={self ? 'yes' : 'no'}
        onChange={(value) => ask({ self: value === 'yes' })}
      />
    </View>
  );
}

/** Where a meeting starts with at the earliest, seconds. */
const FIRST_MEETING = 5;

/** Moments of the music that must meet moments of the show. */
function Meets({ part, fitting }: Props) {
  const show = useSaved(whole);
  const { wish, to } = fitting.asked;
  const now = useTransport((state) => state.now);
  const wanted = wantedSeconds(show, part, to);
  const piece = pieceOf(show, part);
  const change = (index: number, meet: Meet | null) =>
    askWish({ meets: meet === null ? wish.meets.filter((_, i) => i !== index) : wish.meets.map((one, i) => (i === index ? meet : one)) });
  const add = () => {
    // Begins with what meets anyway: the moment at the now line with the music's own.
    const at = Math.min(wanted / 2, Math.max(FIRST_MEETING, now - part.at));
    const source = Math.min(piece.to, piece.from + at);
    askWish({ meets: [...wish.meets, { source, at }] });
  };
  return (
    <View className="gap-1">
      <Say look="label">{t('fit.momentsThatMustMeet')}</Say>
      {wish.meets.map((meet, index) => (
        <View key={index} className="gap-1 rounded-control border border-line bg-card p-2">
          <View className="flex-row items-center">
            <Say look="small" className="flex-1">
              {t('fit.meeting', { number: index + 1 })}
            </Say>
            <IconButton label={t('fit.removeMeeting', { number: index + 1 })} icon={Trash} onPress={() => change(index, null)} />
          </View>
          <NumberField
            {...momentEntry}
            label={t('fit.thisMomentOfTheMusic')}
            value={meet.source}
            least={0}
            most={show.media[part.media]!.seconds}
            onChange={(source) => change(index, { ...meet, source })}
          />
          <NumberField
            {...momentEntry}
            label={t('fit.soundsAtThisOneOf')}
            value={meet.at + part.at}
            least={part.at}
            most={part.at + wanted}
            onChange={(at) => change(index, { ...meet, at: at - part.at })}
          />
        </View>
      ))}
      <Button label={t('fit.addAMeeting')} icon={Plus} disabled={wish.meets.length >= LIMITS.fit.meets} onPress={add} />
    </View>
  );
}
