import { decimal, saySpan, sayTime, t, type PlainKey } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { NUDGE, askedOf, firstFade, lastPhrase, layingOf, nudgeAnswer, pieceOf, wantedSeconds } from '../../core/fit';
import { LIMITS, compareLengths, partEnd, partSeconds, type Part, type Show } from '../../core/show';
import { layFit, repeatPart, spreadPictures, stopEarly } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { useHearing } from '../../session/fit/hearings';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { spanEntry } from '../controls/timeEntry';
import { stitchesOf } from '../sheet/Stitches';
import { sayAnswer } from '../words/fits';
import { sayDifference } from '../words/lengths';

/** Heard before the end of the show when its end is listened to, seconds. */
const BEFORE_END = 7;

interface Props {
  readonly part: Part;
  readonly onDone: () => void;
}

/** What needs no listening: stop at the show's end, repeat, or let the pictures take the bed's length. */
export function OtherWays({ part, onDone }: Props) {
  const show = useSaved(whole);
  const lengths = compareLengths(show);
  const fade = useFade(part, lengths.pictures);
  const stop = stopEarly(show, { id: part.id, end: lengths.pictures, fade: fade.seconds });
  return (
    <View className="gap-3">
      <Say look="small">{t('fit.theBedEndsAt', { bed: sayTime(lengths.bed), difference: sayDifference(lengths) })}</Say>
      <Answer
        title={t('fit.stopEarly')}
        use="fit.useStopEarly"
        said={
          stop === show
            ? lengths.verdict === 'fits'
              ? t('fit.theBedEndsWithThe')
              : t('fit.thePieceEndsBeforeThe')
            : t('fit.endsWithTheShowAt', { pictures: sayTime(lengths.pictures), seconds: decimal(fade.seconds, 1) })
        }
        answer={stop}
        name="end-stop"
        disabled={stop === show}
        onUse={() => {
          useOpenShow.getState().edit(stopEarly, { id: part.id, end: lengths.pictures, fade: fade.seconds });
          onDone();
        }}
      >
        <FadeOver part={part} end={lengths.pictures} fade={fade} />
      </Answer>
      <RepeatAnswer part={part} end={lengths.pictures} onDone={onDone} />
      <NudgeAnswer part={part} onDone={onDone} />
      <SpreadAnswer end={lengths.bed} onDone={onDone} />
    </View>
  );
}

/** The fade of a piece that stops: any length; it begins with one that suits what is heard. */
function useFade(part: Part, end: number) {
  const plays = Math.max(0, end - part.at);
  const [chosen, setChosen] = useState<number | null>(null);
  const seconds = Math.min(chosen ?? firstFade(plays), plays);
  const field = {
    ...spanEntry,
    label: t('fit.fadeOutOver'),
    value: seconds,
    most: plays,
    onChange: setChosen,
  };
  return { seconds, field, setSeconds: setChosen };
}

/** The fade in seconds, or over the last phrase that was heard before the end. */
function FadeOver({ part, end, fade }: { readonly part: Part; readonly end: number; readonly fade: ReturnType<typeof useFade> }) {
  const show = useSaved(whole);
  const { data: heard } = useHearing(show.media[part.media]!);
  const stopped = stopEarly(show, { id: part.id, end, fade: 0 }).parts.find((one) => one.id === part.id)!;
  const phrase = heard ? lastPhrase(show, stopped, heard.sections) : null;
  return (
    <>
      <NumberField {...fade.field} />
      {phrase === null ? null : (
        <Button
          label={t('details.phraseFade', { seconds: saySpan(phrase) })}
          kind="quiet"
          chosen={Math.abs(fade.seconds - phrase) < 0.005}
          onPress={() => fade.setSeconds(phrase)}
          tight
        />
      )}
    </>
  );
}

function RepeatAnswer({ part, end, onDone }: { readonly part: Part; readonly end: number; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const [ending, setEnding] = useState<'stop' | 'whole'>('stop');
  const [join, setJoin] = useState<number>(LIMITS.join.start);
  const fade = useFade(part, end);
  const details = { id: part.id, end, join, ending, fade: fade.seconds };
  const answer = repeatPart(show, details);
  const repeated = answer.parts.find((one) => one.id === part.id)!;
  const passes = repeated.spans.length;
  const none = passes <= 1;
  const over = partEnd(repeated) - end;
  const said = none
    ? partEnd(part) < end
      ? t('fit.thePassageIsTooShort')
      : t('fit.onePassIsAlreadyAs')
    : t(ending === 'stop' ? 'fit.passesStop' : over < 0.05 ? 'fit.passesWhole' : 'fit.passesOver', {
        passes,
        seams: t('fit.seams', { count: stitchesOf(answer).length }),
        seconds: decimal(fade.seconds, 1),
        over: decimal(over, 1),
      });
  return (
    <Answer
      title={t('fit.repeat')}
      use="fit.useRepeat"
      said={said}
      answer={answer}
      name="end-repeat"
      disabled={none}
      seams={none ? [] : stitchesOf(answer).map(({ at }) => at)}
      onUse={() => {
        useOpenShow.getState().edit(repeatPart, details);
        onDone();
      }}
    >
      <Choice
        label={t('fit.lastPass')}
        options={[
          { value: 'stop', label: t('fit.lastPassStops'), hint: t('fit.lastPassStops') },
          { value: 'whole', label: t('fit.lastPassWhole'), hint: t('fit.lastPassWhole') },
        ]}
        value={ending}
        onChange={setEnding}
      />
      <NumberField
        label={t('fit.crossfadeAtASeam')}
        value={join}
        least={0.005}
        most={Math.min(LIMITS.join.most, partSeconds(part) / 2)}
        step={0.01}
        parse={parseTime}
        say={(value) => `${decimal(value, 3)} s`}
        onChange={setJoin}
      />
      {ending === 'stop' ? <NumberField {...fade.field} /> : null}
    </Answer>
  );
}

/** The whole piece a little faster or slower, as far as that goes. */
function NudgeAnswer({ part, onDone }: Props) {
  const show = useSaved(whole);
  const asked = { ...askedOf(show, part), to: 'show' as const };
  const wanted = wantedSeconds(show, part, 'show');
  const nudge = nudgeAnswer({ piece: pieceOf(show, part) }, wanted, NUDGE.most);
  const details = nudge && layingOf(show, part, nudge, asked, 0);
  const share = nudge ? Math.abs(1 / nudge.stretch - 1) : 0;
  const warning = share > NUDGE.unnoticed ? t('fit.thatMuchCanBeHeard') : '';
  return (
    <Answer
      title={t('fit.nudgeTheSpeed')}
      use="fit.useNudge"
      said={nudge ? `${sayAnswer(nudge)}. ${warning}`.trim() : t('fit.theLengthsAreTooFar')}
      answer={details ? layFit(show, details) : show}
      name="end-nudge"
      disabled={!details}
      onUse={() => {
        if (details) useOpenShow.getState().edit(layFit, details);
        onDone();
      }}
    >
      {null}
    </Answer>
  );
}

/** The other way round: the pictures take the bed's length. */
function SpreadAnswer({ end, onDone }: { readonly end: number; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const details = { seconds: end, keep: [] };
  const answer = spreadPictures(show, details);
  const same = answer === show;
  const said = same
    ? compareLengths(show).verdict === 'fits'
      ? t('fit.thePicturesLastAsLong')
      : t('fit.thePicturesCannotTakeThis')
    : t('fit.theMusicStaysWholeThe', { end: sayTime(end) });
  return (
    <Answer
      title={t('common.spreadThePictures')}
      use="fit.useSpread"
      said={said}
      answer={answer}
      name="end-spread"
      disabled={same}
      onUse={() => {
        useOpenShow.getState().edit(spreadPictures, details);
        onDone();
      }}
    >
      {null}
    </Answer>
  );
}

interface AnswerProps {
  readonly title: string;
  readonly said: string;
  /** What the button that lays it says. */
  readonly use: PlainKey;
  /** The show as this answer would make it. */
  readonly answer: Show;
  readonly name: string;
  readonly disabled: boolean;
  readonly seams?: readonly number[];
  readonly onUse: () => void;
  readonly children: React.ReactNode;
}

function Answer({ title, said, use, answer, name, disabled, seams = [], onUse, children }: AnswerProps) {
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const { pictures } = compareLengths(answer);
  return (
    <View className="gap-2 rounded-control border border-line bg-card p-3" accessibilityLabel={title}>
      <Say look="lead">{title}</Say>
      <Say look="small">{said}</Say>
      {disabled ? null : (
        <>
          {children}
          <View className="flex-row flex-wrap gap-2">
            <Button label={t(use)} kind="strong" onPress={onUse} className="grow" />
            <Button
              label={playing === name ? t('common.stop') : t('fit.hearTheEnd')}
              onPress={() => toggleStretch(name, answer, pictures - BEFORE_END, pictures)}
            />
            {seams.length > 0 ? (
              <Button
                label={playing === 'first seam' ? t('common.stop') : t('fit.hearTheSeam')}
                onPress={() => toggleStretch('first seam', answer, seams[0]! - 2, seams[0]! + 2)}
              />
            ) : null}
          </View>
        </>
      )}
    </View>
  );
}
