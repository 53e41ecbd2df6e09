import Flag from 'lucide-react-native/icons/flag';
import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { pieceOf, slacksFor, wantedSeconds, type Answer, type Meet } from '../../core/fit';
import type { Hearing } from '../../core/music';
import { LIMITS, type Part } from '../../core/show';
import { ask, askWish, type FitState } from '../../session/fit/fitting';
import { useSaved, whole } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { decimal, sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { countEntry, momentEntry } from '../controls/timeEntry';
import { saySlack } from '../words/fits';
import { PassageMarks } from './PassageMarks';

interface Props {
  readonly part: Part;
  readonly fitting: FitState;
}

const NEAR = ['frame', 'beat', 'bar'] as const;
const ENDINGS = ['either', 'own', 'fade'] as const;

/** How the piece ends. */
export function EndingChoice({ fitting }: Pick<Props, 'fitting'>) {
  return (
    <Choice
      label={t('fit.howItEnds')}
      options={ENDINGS.map((value) => ({ value, label: t(`fit.ends.${value}`) }))}
      value={fitting.asked.wish.ending}
      onChange={(ending) => askWish({ ending })}
    />
  );
}

export const sayEnding = ({ asked: { wish } }: FitState): string => t('fit.endsWith', { ending: t(`fit.ends.${wish.ending}`) });

/** How near the cuts must come. */
export function NearChoice({ fitting }: Pick<Props, 'fitting'>) {
  const { near } = fitting.asked.wish;
  return (
    <Choice
      label={t('fit.howNear')}
      options={NEAR.map((value) => ({ value, label: t(`fit.near.${value}`) }))}
      value={NEAR.find((value) => value === near) ?? null}
      onChange={(value) => askWish({ near: value })}
    />
  );
}

export function sayNear({ asked: { wish } }: FitState): string {
  const { near } = wish;
  return t('fit.landsWithin', { near: typeof near === 'number' ? `${decimal(near, 1)} s` : t(`fit.near.${near}`) });
}

/** What takes up what the cuts leave; the way that is used where what was asked for is not among them. */
export function restOf(
  show: Parameters<typeof slacksFor>[0],
  { part, fitting }: Props,
  answer: Answer,
  heard: Hearing,
): {
  readonly ways: readonly ReturnType<typeof slacksFor>[number][];
  readonly chosen: ReturnType<typeof slacksFor>[number];
  readonly off: number;
} {
  const ways = slacksFor(show, part, answer, fitting.asked, heard.ending.ring);
  const { slack } = fitting.asked;
  const off = Math.abs(answer.seconds * answer.stretch - wantedSeconds(show, part, fitting.asked.to));
  return { ways, chosen: ways.includes(slack) ? slack : ways[0]!, off };
}

/** Where the rest goes. */
export function RestChoice({ part, fitting, answer, heard }: Props & { readonly answer: Answer; readonly heard: Hearing }) {
  const show = useSaved(whole);
  const { ways, chosen } = restOf(show, { part, fitting }, answer, heard);
  const change = answer.seconds / wantedSeconds(show, part, fitting.asked.to) - 1;
  return (
    <View className="gap-1.5">
      <Choice
        label={t('fit.whatTakesUpTheRest')}
        options={ways.map((one) => ({
          value: one,
          label: saySlack(one, change),
          hint: t('fit.takeItUpIn', { way: saySlack(one, change) }),
        }))}
        value={chosen}
        onChange={(slack) => ask({ slack })}
        wrap
      />
      {chosen === 'speed' && Math.abs(change) > 0.06 ? (
        <Notice text={t('fit.aChangeOfCanBe', { change: decimal(Math.abs(change) * 100, 0) })} />
      ) : null}
    </View>
  );
}

/** The shortest passage, and what was said of single ones. */
export function PassageChoices({ part, fitting }: Props) {
  const { shortest } = fitting.asked.wish;
  return (
    <View className="gap-2">
      <NumberField
        {...countEntry}
        label={t('fit.shortestBars')}
        value={shortest.of === 'bars' ? shortest.count : 2}
        least={1}
        most={32}
        onChange={(count) => askWish({ shortest: { of: 'bars', count } })}
      />
      <PassageMarks part={part} />
    </View>
  );
}

export function sayShortest({ asked: { wish } }: FitState): string {
  const { of, count } = wish.shortest;
  return of === 'bars' ? t('fit.passagesOf', { count }) : t('fit.passagesOfSeconds', { seconds: decimal(count, 1) });
}

const SELF = ['no', 'yes'] as const;
const SELF_WORDS = { no: 'fit.iWillSay', yes: 'fit.byItself' } as const;

/** Whether the fit follows the show's length by itself. */
export function SelfChoice({ fitting }: Pick<Props, 'fitting'>) {
  return (
    <View className="gap-1">
      <Say look="small">{t('fit.whenTheShowsLengthChanges')}</Say>
      <Choice
        label={t('fit.fitAnew')}
        options={SELF.map((value) => ({ value, label: t(SELF_WORDS[value]) }))}
        value={fitting.asked.self ? 'yes' : 'no'}
        onChange={(value) => ask({ self: value === 'yes' })}
      />
    </View>
  );
}

/** Marks that are offered at once. */
const OFFERED = 6;
/** Where a meeting starts with at the earliest, seconds. */
const FIRST_MEETING = 5;

/** Moments of the music that must meet moments of the show, by numbers: on the sheet they are lines. */
export function Meets({ part, fitting }: Props) {
  const show = useSaved(whole);
  const { wish, to } = fitting.asked;
  const now = useTransport((state) => state.now);
  const wanted = wantedSeconds(show, part, to);
  const piece = pieceOf(show, part);
  const change = (index: number, meet: Meet | null) =>
    askWish({ meets: meet === null ? wish.meets.filter((_, i) => i !== index) : wish.meets.map((one, i) => (i === index ? meet : one)) });
  const full = wish.meets.length >= LIMITS.fit.meets;
  const marks = (show.marks ?? []).filter(
    ({ at }) => at > part.at && at < part.at + wanted && !wish.meets.some((one) => one.at === at - part.at),
  );
  const add = (mark?: number) => {
    // Begins with what meets anyway: the moment at the mark or at the now line with the music's own.
    const at = mark ?? Math.min(wanted / 2, Math.max(FIRST_MEETING, now - part.at));
    const source = Math.min(piece.to, piece.from + at);
    askWish({ meets: [...wish.meets, { source, at }] });
  };
  return (
    <View className="gap-1">
      <Say look="small">{t('fit.drawALine')}</Say>
      {wish.meets.map((meet, index) => (
        <View key={index} className="gap-1 rounded-control border border-line bg-card p-2">
          <View className="flex-row items-center">
            <Say look="small" className="flex-1">
              {t('fit.meetingOf', { number: index + 1, source: sayTime(meet.source), at: sayTime(meet.at + part.at) })}
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
      <Button label={t('fit.addAMeeting')} icon={Plus} disabled={full} onPress={() => add()} />
      {full ? null : (
        <View className="flex-row flex-wrap gap-1.5">
          {marks.slice(0, OFFERED).map(({ id, at, name }) => (
            <Button
              key={id}
              label={t('fit.meetMark', { name: name || t('sheet.mark'), at: sayTime(at) })}
              icon={Flag}
              kind="quiet"
              onPress={() => add(at - part.at)}
            />
          ))}
        </View>
      )}
    </View>
  );
}

export function sayMeets({ asked: { wish } }: FitState): string {
  return wish.meets.length === 0 ? t('fit.meetsNothing') : t('fit.meetsMoments', { count: wish.meets.length });
}
