import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { layFit } from '../../core/show/edits';
import { nameOf, type Hearing } from '../../core/music';
import type { Answer } from '../../core/fit';
import type { Part, Stretch } from '../../core/show';
import { askStitch, laying, touch, useTouched, type FitState } from '../../session/fit/fitting';
import { togglePassage } from '../../session/fit/stitches';
import { useSaved, whole } from '../../session/open/store';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { IntoView } from '../controls/IntoView';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry, shiftEntry } from '../controls/timeEntry';
import { SectionName } from './HeardFields';
import { mark, marksOf } from './PassageMarks';

interface Props {
  readonly part: Part;
  readonly fitting: FitState;
  readonly heard: Hearing;
  readonly answer: Answer | undefined;
}

/** What can be done to what was touched of the fit on the sheet: a passage of the piece, or a stitch. */
export function TouchedFields(props: Props) {
  const { touched } = useTouched();
  if (!touched) return null;
  return (
    <IntoView of={touched} className="gap-1.5 rounded-control border-2 border-rain bg-card p-2">
      {'passage' in touched ? <Passage {...props} passage={touched.passage} /> : <Stitch {...props} index={touched.stitch} />}
    </IntoView>
  );
}

function Title({ text }: { readonly text: string }) {
  return (
    <View className="flex-row items-center">
      <Say look="label" className="flex-1">
        {text}
      </Say>
      <IconButton label={t('controls.close', { title: text })} icon={X} onPress={() => touch(null)} />
    </View>
  );
}

const same = (a: Stretch, b: Stretch) => Math.abs(a.from - b.from) < 0.01 && Math.abs(a.to - b.to) < 0.01;

function Passage({ part, heard, passage }: Props & { readonly passage: Stretch }) {
  const show = useSaved(whole);
  const marks = marksOf(show, part.media);
  const { from, to } = passage;
  const name = `passage ${from} ${to}`;
  const hearing = useTransport(({ playing }) => playing.kind === 'stretch' && playing.name === name);
  const section = heard.sections.find((one) => same(one, passage));
  /** Says it of the passage, or takes it back where it was said; a passage is kept or left out, not both. */
  const say = (kind: 'keep' | 'out') => {
    const other = kind === 'keep' ? 'out' : 'keep';
    const said = marks[kind].some((one) => same(one, passage));
    const rest = marks[kind].filter((one) => !same(one, passage));
    mark(show, part.media, { [kind]: said ? rest : [...rest, passage], [other]: marks[other].filter((one) => !same(one, passage)) });
  };
  const span = { from: sayTime(from), to: sayTime(to) };
  return (
    <>
      <Title
        text={
          section ? t('fit.passageNamed', { name: nameOf(marks.names, section.from, section.letter), ...span }) : t('fit.passageOf', span)
        }
      />
      <View className="flex-row flex-wrap gap-1.5">
        {(['keep', 'out'] as const).map((kind) => (
          <Button
            key={kind}
            label={t(kind === 'keep' ? 'fit.keepWhole' : 'fit.leaveOut')}
            kind="quiet"
            chosen={marks[kind].some((one) => same(one, passage))}
            onPress={() => say(kind)}
            tight
            className="grow"
          />
        ))}
        <Button
          label={hearing ? t('common.stop') : t('fit.hearIt')}
          onPress={() => togglePassage(show, part, passage, name)}
          tight
          className="grow"
        />
      </View>
      {section ? <SectionName media={part.media} from={section.from} letter={section.letter} /> : null}
      <NumberField
        {...momentEntry}
        label={t('fit.passageFrom')}
        value={from}
        least={0}
        most={to - 0.1}
        onChange={(next) => touch({ passage: { from: next, to } })}
      />
      <NumberField
        {...momentEntry}
        label={t('fit.passageTo')}
        value={to}
        least={from + 0.1}
        most={heard.seconds}
        onChange={(next) => touch({ passage: { from, to: next } })}
      />
    </>
  );
}

/** Heard on each side of a stitch, seconds. */
const AROUND = 1;
/** A stitch is moved no further than this at once, seconds. */
const FURTHEST = 60;

function Stitch({ part, fitting, answer, index }: Props & { readonly index: number }) {
  const show = useSaved(whole);
  const splice = answer?.splices[index];
  const name = `stitch ${index + 1}`;
  const hearing = useTransport(({ playing }) => playing.kind === 'stretch' && playing.name === name);
  if (!answer || !splice) return null;
  const at = part.at + splice.at * answer.stretch;
  const number = index + 1;
  const hear = () => {
    const laid = laying(show, fitting, answer);
    if (laid) toggleStretch(name, layFit(show, laid), at - AROUND, at + AROUND);
  };
  const woven = answer.way === 'weave';
  return (
    <>
      <Title text={t('fit.stitchAt', { number, at: sayTime(at) })} />
      <View className="flex-row flex-wrap gap-1.5">
        <Button
          label={hearing ? t('common.stop') : t('fit.hear')}
          hint={t('fit.hearStitchAgain', { number })}
          onPress={hear}
          tight
          className="grow"
        />
        {woven ? (
          <>
            <Button
              label={t('fit.nextBest')}
              hint={t('fit.moveStitchToItsNext', { number })}
              kind="quiet"
              disabled={fitting.solving}
              onPress={() => askStitch(index, 'next')}
              tight
              className="grow"
            />
            <Button
              label={t('fit.takeAway')}
              hint={t('fit.takeStitchAway', { number })}
              kind="quiet"
              disabled={fitting.solving}
              onPress={() => askStitch(index, 'away')}
              tight
              className="grow"
            />
          </>
        ) : null}
      </View>
      {woven ? (
        <NumberField
          {...shiftEntry}
          label={t('fit.moveStitchBy', { number })}
          value={0}
          least={-FURTHEST}
          most={FURTHEST}
          step={0.5}
          onChange={(by) => askStitch(index, { by })}
        />
      ) : null}
    </>
  );
}
