import { decimal, sayTime, t, sayPhrase } from '../../words';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { useCallback, useEffect, useState, type ReactNode, useRef } from 'react';
import { View } from 'react-native';
import { pieceOf, slacksFor, wantedSeconds, type Answer } from '../../core/fit';
import type { Hearing } from '../../core/music';
import { pictureAt, placePictures, showSeconds, type Part } from '../../core/show';
import { useTransport } from '../../session/sound/transport';
import { stopHearing, useListening } from '../../session/fit/hearings';
import { ask, closeFitting, listen, openFitting, layAnswer, useFitting, type FitState } from '../../session/fit/fitting';
import { currentShow, useSaved, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Panel } from '../controls/Panel';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';
import { sentenceOf } from '../words/failures';
import { saySlack, sayUse } from '../words/fits';
import { AnswerCard } from './AnswerCard';
import { FitChoices } from './FitChoices';
import { HeardFields } from './HeardFields';
import { OtherWays } from './OtherWays';
import { PassageFields } from './PassageFields';

const LEAST = 2;
const MOST = 3600;

interface Props {
  readonly part: Part;
  readonly onClose: () => void;
}

/** Makes the music exactly as long as the show: how long, answers as cards, choices folded away, and what takes up the rest. */
export function FitPanel({ part, onClose }: Props) {
  const show = useSaved(whole);
  const { fitting } = useFitting();
  const { listening } = useListening();
  useEffect(() => {
    const now = currentShow();
    if (now) openFitting(now, part);
    return closeFitting;
    // Opened for a part, not for each change of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [part.id]);
  const use = useCallback(
    (answer: Answer) => {
      layAnswer(answer);
      onClose();
    },
    [onClose],
  );
  const title = t('fit.fit', { title: show.media[part.media]!.title });
  if (!fitting || fitting.part !== part.id) {
    return (
      <Panel title={title} onClose={onClose}>
        <Say look="small">{t('fit.aMoment')}</Say>
      </Panel>
    );
  }
  const { answers, heard } = fitting;
  // Where the piece could not be heard, what needs no listening is what is left.
  const stopped = heard === null && listening?.media === part.media && listening.failure !== null;
  const picked = answers?.[fitting.picked];
  return (
    <Panel
      title={title}
      onClose={onClose}
      footer={picked && heard ? <Slack part={part} fitting={fitting} heard={heard} answer={picked} onUse={use} /> : null}
    >
      <Wanted part={part} fitting={fitting} />
      <HearingState fitting={fitting} part={part} />
      {heard && answers
        ? answers.map((answer, index) => (
            <AnswerCard
              key={`${answer.way} ${index}`}
              fitting={fitting}
              heard={heard}
              piece={pieceOf(show, part)}
              answer={answer}
              index={index}
            />
          ))
        : null}
      {fitting.why ? <Notice text={sayPhrase(fitting.why)} /> : null}
      {fitting.near !== null && !fitting.solving ? (
        <View className="gap-1.5">
          <Notice text={t('fit.atThisLengthAStitch', { near: sayTime(fitting.near) })} />
          <Button
            label={t('fit.makeItLast', { near: sayTime(fitting.near) })}
            kind="soft"
            onPress={() => ask({ to: fitting.near! })}
            tight
          />
        </View>
      ) : null}
      {heard ? (
        <>
          <Fold title={t('fit.choices')} said={t('fit.momentsThatMustMeetFollowing')}>
            <FitChoices part={part} fitting={fitting} />
            <PassageFields part={part} heard={heard} />
          </Fold>
          <Fold title={t('fit.whatWasHeard')} said={sayHeard(heard)}>
            <HeardFields part={part} heard={heard} />
          </Fold>
        </>
      ) : null}
      <Fold title={t('fit.otherWays')} said={t('fit.stopEarlyRepeatSpreadThe')} open={stopped}>
        <OtherWays part={part} onDone={onClose} />
      </Fold>
    </Panel>
  );
}

function sayHeard({ steady, pulse, perBar, sections }: Hearing): string {
  if (!steady || pulse.tempo === null) return t('fit.noSteadyBeatSpliced');
  return t('fit.bpmBeatsInABar', { tempo: decimal(pulse.tempo, 0), perBar, count: sections.length });
}

/** How long it is to last. */
function Wanted({ part, fitting }: { readonly part: Part; readonly fitting: FitState }) {
  const show = useSaved(whole);
  const { to } = fitting.asked;
  const wanted = wantedSeconds(show, part, to);
  const end = useTransport(({ now }) => pictureAt(placePictures(show), now)?.end ?? 0);
  // As long as it takes to the end of the picture at the now line; none where that is no length for a piece.
  const upTo = end - part.at >= LEAST && end - part.at <= MOST ? end - part.at : null;
  return (
    <View className="gap-1.5">
      <Say look="small">{t('fit.length')}</Say>
      <View className="flex-row flex-wrap items-baseline gap-2">
        <Say look="huge">{sayTime(wanted)}</Say>
        <Say look="strong" className="text-rain">
          {to === 'show' ? t('fit.theShow') : t('fit.theShowLasts', { length: sayTime(showSeconds(show)) })}
        </Say>
      </View>
      <View className="flex-row gap-1.5" accessibilityRole="radiogroup" accessibilityLabel={t('common.length')}>
        <Button
          label={t('fit.show')}
          hint={t('fit.asTheShow')}
          chosen={to === 'show'}
          onPress={() => ask({ to: 'show' })}
          tight
          className="flex-1"
        />
        <Button
          label={t('fit.upToThisPicture')}
          hint={t('fit.upToThePictureAtNow')}
          chosen={upTo !== null && to !== 'show' && Math.abs(to - upTo) < 1e-6}
          disabled={upTo === null}
          onPress={() => ask({ to: upTo! })}
          tight
          className="flex-1"
        />
      </View>
      <NumberField
        {...momentEntry}
        label={t('fit.exactLength')}
        value={wanted}
        least={LEAST}
        most={MOST}
        step={1}
        onChange={(seconds) => ask({ to: seconds })}
      />
    </View>
  );
}

/** The piece is heard once; that takes a moment, and can be stopped. */
function HearingState({ fitting, part }: { readonly fitting: FitState; readonly part: Part }) {
  const { listening } = useListening();
  if (fitting.failure) return <Notice grave text={sentenceOf(fitting.failure)} />;
  if (fitting.heard && fitting.answers) return null;
  const mine = listening?.media === part.media ? listening : null;
  if (mine?.failure) {
    return (
      <View className="gap-2">
        {mine.failure.code === 'cancelled' ? (
          <Say look="small">{t('fit.hearingWasStoppedNothingWas')}</Say>
        ) : (
          <Notice grave text={sentenceOf(mine.failure)} />
        )}
        <Button label={t('fit.hearThePiece')} kind="strong" onPress={() => void listen()} />
      </View>
    );
  }
  if (mine) return <Progress label={t('fit.hearingBeatsHarmonyAndSections')} share={mine.share} onCancel={stopHearing} />;
  return <Say look="small">{t('fit.lookingForTheBestWay')}</Say>;
}

/** What takes up what is left, and the one next step. */
function Slack({
  part,
  fitting,
  heard,
  answer,
  onUse,
}: {
  readonly part: Part;
  readonly fitting: FitState;
  readonly heard: Hearing;
  readonly answer: Answer;
  readonly onUse: (answer: Answer) => void;
}) {
  const show = useSaved(whole);
  const { asked } = fitting;
  const wanted = wantedSeconds(show, part, asked.to);
  const ways = slacksFor(show, part, answer, asked, heard.ending.ring);
  const chosen = ways.includes(asked.slack) ? asked.slack : ways[0]!;
  const change = answer.seconds / wanted - 1;
  const off = Math.abs(answer.seconds * answer.stretch - wanted);
  return (
    <>
      {ways.length > 1 ? (
        <View className="gap-1.5">
          <Say look="small">{t('fit.takeUpTheLastS', { off: decimal(off, 1) })}</Say>
          <View className="flex-row flex-wrap gap-1.5" accessibilityRole="radiogroup" accessibilityLabel={t('fit.whatTakesUpTheRest')}>
            {ways.map((one) => (
              <Button
                key={one}
                label={saySlack(one, change)}
                kind={one === chosen ? 'moss' : 'quiet'}
                onPress={() => ask({ slack: one })}
                hint={t(one === chosen ? 'fit.takeItUpInChosen' : 'fit.takeItUpIn', { way: saySlack(one, change) })}
                tight
              />
            ))}
          </View>
          {chosen === 'speed' && Math.abs(change) > 0.06 ? (
            <Notice text={t('fit.aChangeOfCanBe', { change: decimal(Math.abs(change) * 100, 0) })} />
          ) : null}
        </View>
      ) : null}
      <Button
        label={fitting.solving ? t('fit.lookingForTheBestWay') : sayUse(answer.way)}
        kind="strong"
        disabled={fitting.solving}
        onPress={() => onUse(answer)}
      />
    </>
  );
}

/** Something folded away behind its name. */
function Fold({
  title,
  said,
  open = false,
  children,
}: {
  readonly title: string;
  readonly said: string;
  readonly open?: boolean;
  readonly children: ReactNode;
}) {
  const [chosen, setChosen] = useState<boolean | null>(null);
  const shown = chosen ?? open;
  const box = useRef<View>(null);
  // What somebody unfolds comes into view.
  useEffect(() => {
    if (chosen) (box.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <View ref={box} className="gap-2 border-t border-line pt-2">
      <View className="flex-row items-center gap-2">
        <Button
          label={title}
          hint={`${title}: ${shown ? t('fit.foldAway') : t('fit.unfold')}`}
          icon={shown ? ChevronUp : ChevronDown}
          kind="quiet"
          onPress={() => setChosen(!shown)}
          tight
        />
        <Say look="small" className="flex-1" numberOfLines={2}>
          {said}
        </Say>
      </View>
      {shown ? children : null}
    </View>
  );
}
