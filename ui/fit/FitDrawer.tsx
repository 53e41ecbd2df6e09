import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import type { Answer } from '../../core/fit';
import type { Hearing } from '../../core/music';
import { partEnd, partsOn, type Part } from '../../core/show';
import { layFit } from '../../core/show/edits';
import { ask, layAnswer, laying, listen, openFitting, useFitting, type FitState } from '../../session/fit/fitting';
import { stopHearing, useListening } from '../../session/fit/hearings';
import { toggleStitches } from '../../session/fit/stitches';
import { currentShow, useOpenShow, useSaved, whole } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { decimal, sayPhrase, sayTime, t } from '../../words';
import { Button } from '../controls/Button';
import { Radios } from '../controls/Choice';
import { FirstMet } from '../controls/FirstMet';
import { IntoView } from '../controls/IntoView';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { useOpenTool } from '../panels/openTool';
import { useTrial } from '../panels/useTrial';
import { sentenceOf } from '../words/failures';
import { saySlack } from '../words/fits';
import { AnswerCard } from './AnswerCard';
import { AsLongAs, LengthChoices } from './AsLongAs';
import {
  EndingChoice,
  Meets,
  NearChoice,
  PassageChoices,
  RestChoice,
  SelfChoice,
  restOf,
  sayEnding,
  sayMeets,
  sayNear,
  sayShortest,
} from './FitChoices';
import { HeardFields } from './HeardFields';
import { OtherWays } from './OtherWays';
import { TouchedFields } from './TouchedFields';

/** The piece that is fitted: the chosen one, or the one that ends last: its end is what has to meet the end of the show. */
function usePartToFit(): Part | undefined {
  const open = useFitting(({ fitting }) => fitting?.part);
  const chosen = useOpenShow((store) => (store.chosen?.kind === 'parts' && store.chosen.ids.length === 1 ? store.chosen.ids[0] : null));
  return useSaved((show) => {
    const pieces = partsOn(show, 'bed');
    const named = (id: string | null | undefined) => pieces.find((one) => one.id === id);
    return named(open) ?? named(chosen) ?? [...pieces].sort((a, b) => partEnd(a) - partEnd(b)).at(-1);
  });
}

/** What opens below the line of choices; one at a time. It outlasts a turned device. */
type Box = 'length' | 'ending' | 'rest' | 'passages' | 'meets' | 'near' | 'self' | 'heard' | 'other';

/** What the line of choices opens right below it. */
const IN_LINE: ReadonlySet<Box> = new Set(['ending', 'rest', 'passages', 'meets', 'near', 'self']);

const useBox = () => useOpenTool('the fit') as readonly [Box | null, (box: Box | null) => void];

export const useFitTitle = (): string => {
  const part = usePartToFit();
  const title = useSaved((show) => (part ? show.media[part.media]!.title : ''));
  return t('fit.fit', { title });
};

/** The line at the top of the drawer: how long the piece is to last. */
export function FitHeading() {
  const part = usePartToFit();
  const { fitting } = useFitting();
  const [box, setBox] = useBox();
  if (!part || fitting?.part !== part.id) return <Say look="lead">{t('fit.aMoment')}</Say>;
  return <AsLongAs part={part} fitting={fitting} open={box === 'length'} onOpen={() => setBox(box === 'length' ? null : 'length')} />;
}

/** Makes the music exactly as long as the show: answers that the sheet shows and that are heard there, and what they are to mind. */
export function FitDrawer({ onDone }: { readonly onDone: () => void }) {
  const part = usePartToFit();
  const { fitting } = useFitting();
  useEffect(() => {
    const now = currentShow();
    // What was asked and answered outlasts a turned device.
    if (now && part && useFitting.getState().fitting?.part !== part.id) openFitting(now, part);
    // Opened for a part, not for each change of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [part?.id]);
  if (!part || fitting?.part !== part.id) return null;
  return <Answers part={part} fitting={fitting} onDone={onDone} />;
}

interface Props {
  readonly part: Part;
  readonly fitting: FitState;
  readonly onDone: () => void;
}

function Answers({ part, fitting, onDone }: Props) {
  const { listening } = useListening();
  const [box, setBox] = useBox();
  const { answers, heard } = fitting;
  const picked = answers?.[fitting.picked];
  const show = useSaved(whole);
  useTrial(layFit, picked && heard ? laying(show, fitting, picked) : null);
  // Where the piece could not be heard, what needs no listening is what is left.
  const stopped = heard === null && listening?.media === part.media && listening.failure !== null;
  const toggle = (one: Box) => setBox(box === one ? null : one);
  return (
    <View className="gap-2">
      {box === 'length' ? <LengthChoices part={part} fitting={fitting} /> : null}
      <HearingState fitting={fitting} part={part} />
      {heard && answers ? (
        <>
          <Radios label={t('fit.answers')} look="rows">
            {answers.map((answer, index) => (
              <AnswerCard
                key={`${answer.way} ${index}`}
                answer={answer}
                index={index}
                picked={fitting.picked === index}
                stop={index === Math.max(0, fitting.picked)}
              />
            ))}
          </Radios>
          {picked && fitting.picked >= 0 ? <Use fitting={fitting} answer={picked} onDone={onDone} /> : null}
        </>
      ) : null}
      {fitting.why ? <Notice text={sayPhrase(fitting.why)} /> : null}
      {fitting.near !== null && !fitting.solving ? <Nearby near={fitting.near} /> : null}
      {heard ? (
        <>
          <TouchedFields part={part} fitting={fitting} heard={heard} answer={picked} />
          <FirstMet words={['stitch']} />
          <Say look="small">{t('fit.touchTheSheet')}</Say>
          <Choices part={part} fitting={fitting} heard={heard} answer={picked} box={box} toggle={toggle} />
        </>
      ) : null}
      <Folded
        title={t('fit.otherWays')}
        said={t('fit.stopEarlyRepeatSpreadThe')}
        open={box === 'other' || stopped}
        onPress={() => toggle('other')}
      />
      {box === 'other' || stopped ? (
        <IntoView>
          <OtherWays part={part} onDone={onDone} />
        </IntoView>
      ) : null}
    </View>
  );
}

interface ChoicesProps {
  readonly part: Part;
  readonly fitting: FitState;
  readonly heard: Hearing;
  readonly answer: Answer | undefined;
  readonly box: Box | null;
  readonly toggle: (box: Box) => void;
}

/** What the answers mind: each says how it stands, and opens below. */
function Choices({ part, fitting, heard, answer, box, toggle }: ChoicesProps) {
  const show = useSaved(whole);
  const rest = answer ? restOf(show, { part, fitting }, answer, heard) : null;
  const change = answer ? answer.seconds / (answer.seconds - answer.off) - 1 : 0;
  const named: readonly (readonly [Box, string])[] = [
    ['ending', sayEnding(fitting)],
    ...(rest && rest.ways.length > 1
      ? ([['rest', t('fit.restGoes', { off: decimal(rest.off, 1), way: saySlack(rest.chosen, change) })]] as const)
      : []),
    ['passages', sayShortest(fitting)],
    ['meets', sayMeets(fitting)],
    ['near', sayNear(fitting)],
    ['self', t(fitting.asked.self ? 'fit.followsByItself' : 'fit.asksFirst')],
  ];
  return (
    <>
      <View className="flex-row flex-wrap gap-1.5">
        {named.map(([one, said]) => (
          <Button
            key={one}
            label={said}
            hint={`${said}: ${box === one ? t('fit.foldAway') : t('fit.unfold')}`}
            icon={box === one ? ChevronUp : ChevronDown}
            kind={box === one ? 'soft' : 'quiet'}
            onPress={() => toggle(one)}
            tight
            className="shrink grow basis-[46%]"
          />
        ))}
      </View>
      {box !== null && IN_LINE.has(box) ? (
        <IntoView of={box}>
          {box === 'ending' ? <EndingChoice fitting={fitting} /> : null}
          {box === 'rest' && answer ? <RestChoice part={part} fitting={fitting} answer={answer} heard={heard} /> : null}
          {box === 'passages' ? <PassageChoices part={part} fitting={fitting} /> : null}
          {box === 'meets' ? <Meets part={part} fitting={fitting} /> : null}
          {box === 'near' ? <NearChoice fitting={fitting} /> : null}
          {box === 'self' ? <SelfChoice fitting={fitting} /> : null}
        </IntoView>
      ) : null}
      <Folded title={t('fit.whatWasHeard')} said={sayHeard(heard)} open={box === 'heard'} onPress={() => toggle('heard')} />
      {box === 'heard' ? (
        <IntoView>
          <HeardFields part={part} heard={heard} />
        </IntoView>
      ) : null}
    </>
  );
}

function sayHeard({ steady, pulse, perBar, sections }: Hearing): string {
  if (!steady || pulse.tempo === null) return t('fit.noSteadyBeatSpliced');
  return t('fit.bpmBeatsInABar', { tempo: decimal(pulse.tempo, 0), perBar, count: sections.length });
}

/** The one next step, and the stitches alone. */
function Use({ fitting, answer, onDone }: Pick<Props, 'fitting' | 'onDone'> & { readonly answer: Answer }) {
  const show = useSaved(whole);
  const none = answer.splices.length === 0;
  const name = 'the answer’s stitches';
  const playing = useTransport((state) => state.playing.kind === 'stretch' && state.playing.name === name);
  return (
    <View className="flex-row gap-1.5">
      <Button
        label={playing ? t('common.stop') : t(none ? 'fit.hearTheEnd' : 'fit.hearTheStitches')}
        onPress={() => toggleStitches(show, fitting, answer, name)}
        tight
        className="flex-1"
      />
      <Button
        label={fitting.solving ? t('fit.lookingForTheBestWay') : t('fit.useThisFit')}
        kind="strong"
        disabled={fitting.solving}
        onPress={() => {
          layAnswer(answer);
          onDone();
        }}
        tight
        className="flex-[1.4]"
      />
    </View>
  );
}

function Nearby({ near }: { readonly near: number }) {
  return (
    <View className="gap-1.5">
      <Notice text={t('fit.atThisLengthAStitch', { near: sayTime(near) })} />
      <Button label={t('fit.makeItLast', { near: sayTime(near) })} kind="soft" onPress={() => ask({ to: near })} tight />
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

interface FoldedProps {
  readonly title: string;
  readonly said: string;
  readonly open: boolean;
  readonly onPress: () => void;
}

/** Something folded away behind its name. */
function Folded({ title, said, open, onPress }: FoldedProps): ReactNode {
  return (
    <View className="flex-row items-center gap-2 border-t border-line pt-1.5">
      <Button
        label={title}
        hint={`${title}: ${open ? t('fit.foldAway') : t('fit.unfold')}`}
        icon={open ? ChevronUp : ChevronDown}
        kind="quiet"
        onPress={onPress}
        tight
      />
      <Say look="small" className="flex-1" numberOfLines={2}>
        {said}
      </Say>
    </View>
  );
}
