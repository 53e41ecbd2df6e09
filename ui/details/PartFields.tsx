import { decimal, saySpan, t } from '../../words';
import { View } from 'react-native';
import { firstFade, lastPhrase } from '../../core/fit';
import { LIMITS, partSeconds, soundSeconds, type Part } from '../../core/show';
import { movePart, setFade, setPartGain, trimSource } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { useHearing } from '../../session/fit/hearings';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { useFacts } from '../../session/sound/useMedia';
import { Choice } from '../controls/Choice';
import { LevelField } from '../controls/LevelField';
import { levelOfPercent, percentEntry, percentOfLevel } from '../controls/levelEntry';
import { momentEntry } from '../controls/timeEntry';
import { AsLoudAsPossible } from '../balance/EvenPanel';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { sayBend, sayChange } from '../words/levels';
import { PlaceFields } from '../bed/PlaceFields';

interface Props {
  readonly part: Part;
}

const sayExact = momentEntry.say;

/** Where a part starts and which passage of its sound it plays, to the millisecond. */
export function EndsFields({ part }: Props) {
  const { edit } = useOpenShow.getState();
  const source = useShown((show) => soundSeconds(show, part));
  const last = part.spans.at(-1)!;
  return (
    <View className="gap-1">
      <NumberField
        {...momentEntry}
        label={t('details.startsAt')}
        value={part.at}
        least={0}
        most={LIMITS.showSeconds}
        onChange={(at) => edit(movePart, { id: part.id, at })}
      />
      <NumberField
        {...momentEntry}
        label={t('common.from')}
        value={part.spans[0]!.from}
        least={0}
        most={source}
        onChange={(position) => edit(trimSource, { id: part.id, edge: 'start', position })}
      />
      <NumberField
        {...momentEntry}
        label={t('common.to')}
        value={last.to}
        least={0}
        most={source}
        onChange={(position) => edit(trimSource, { id: part.id, edge: 'end', position })}
      />
      <PlaceFields part={part} />
      <Say look="small" className="text-right">
        {t(part.spans.length > 1 ? 'details.playsInPassages' : 'details.playsOf', {
          length: sayExact(partSeconds(part)),
          source: sayExact(source),
          passages: part.spans.length,
        })}
      </Say>
    </View>
  );
}

export function FadeFields({ part }: { readonly part: Part }) {
  return (
    <View className="gap-1">
      <FadeField part={part} side="fadeUp" label={t('details.fadeUp')} />
      <FadeField part={part} side="fadeOut" label={t('details.fadeOut')} />
    </View>
  );
}

/** What a fade starts from: none, a short one, a long one, and at the end the last phrase that was heard in the piece. */
function useFadeStarts(part: Part, side: 'fadeUp' | 'fadeOut'): readonly { readonly seconds: number; readonly said: string }[] {
  const show = useShown(whole);
  const { data: heard } = useHearing(side === 'fadeOut' ? show.media[part.media]! : null);
  const phrase = heard ? lastPhrase(show, part, heard.sections) : null;
  const plays = partSeconds(part);
  const short = Math.min(SHORT, plays / 2);
  return [
    { seconds: 0, said: t('details.noFade') },
    { seconds: short, said: t('details.shortFade', { seconds: saySpan(short) }) },
    { seconds: firstFade(plays), said: t('details.longFade', { seconds: saySpan(firstFade(plays)) }) },
    ...(phrase === null ? [] : [{ seconds: phrase, said: t('details.phraseFade', { seconds: saySpan(phrase) }) }]),
  ];
}

/** How long a part is silent at an end whose fade lies in that silence, so that nothing is heard of it, seconds; null where it is heard. */
function useSilentFade(part: Part, side: 'fadeUp' | 'fadeOut'): number | null {
  const { data: facts } = useFacts(part.media);
  if (!facts?.sounding || part[side].seconds === 0 || part.speed !== undefined) return null;
  const silent = side === 'fadeUp' ? facts.sounding.from - part.spans[0]!.from : part.spans.at(-1)!.to - facts.sounding.to;
  return silent > 0 && silent >= part[side].seconds - 0.05 ? silent : null;
}

/** A fade that is only felt, seconds. */
const SHORT = 0.4;

function FadeField({ part, side, label }: { readonly part: Part; readonly side: 'fadeUp' | 'fadeOut'; readonly label: string }) {
  const { edit, tryOut } = useOpenShow.getState();
  const fade = part[side];
  const starts = useFadeStarts(part, side);
  const silent = useSilentFade(part, side);
  const bent = (bend: number) => ({ id: part.id, side, fade: { ...fade, bend } });
  return (
    <View className="gap-1">
      <NumberField
        label={label}
        value={fade.seconds}
        least={0}
        most={partSeconds(part)}
        step={0.5}
        start={0}
        parse={parseTime}
        say={(value) => `${decimal(value, value < 0.1 && value > 0 ? 3 : 1)} s`}
        onChange={(seconds) => edit(setFade, { id: part.id, side, fade: { ...fade, seconds } })}
      />
      {silent ? (
        <Say look="small" className="text-amber" accessibilityRole="alert">
          {t(side === 'fadeUp' ? 'details.fadeUpInSilence' : 'details.fadeOutInSilence', { seconds: saySpan(silent) })}
        </Say>
      ) : null}
      <Choice
        label={label}
        options={starts.map(({ said }) => ({ value: said, label: said }))}
        value={starts.find(({ seconds }) => Math.abs(fade.seconds - seconds) < 0.005)?.said ?? null}
        onChange={(which) => {
          const { seconds } = starts.find(({ said }) => said === which)!;
          edit(setFade, { id: part.id, side, fade: { ...fade, seconds } });
        }}
        wrap
      />
      {fade.seconds > 0 ? (
        <View className="flex-row items-center gap-2">
          <Say look="small" className="w-24">
            {sayBend(fade.bend)}
          </Say>
          <View className="flex-1">
            <Slider
              label={t('common.bend', { label })}
              value={fade.bend}
              least={-1}
              most={1}
              step={0.1}
              start={0}
              say={sayBend}
              onChange={(bend) => tryOut(setFade, bent(bend))}
              onChangeEnd={(bend) => edit(setFade, bent(bend))}
              onCancel={() => useOpenShow.getState().endPreview()}
            />
          </View>
        </View>
      ) : null}
    </View>
  );
}

/** Loudness by slider, in dB and in percent: three ways to the same number. */
export function LoudnessFields({ part }: { readonly part: Part }) {
  const { edit, tryOut } = useOpenShow.getState();
  const set = (gain: number) => edit(setPartGain, { ids: [part.id], gain });
  return (
    <View className="gap-1">
      <LevelField
        label={t('common.loudness')}
        gain={part.gain}
        note={sayChange(part.gain)}
        onTry={(gain) => tryOut(setPartGain, { ids: [part.id], gain })}
        onSet={set}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <NumberField
        label={t('details.loudnessIn')}
        {...percentEntry}
        start={100}
        value={percentOfLevel(part.gain)}
        most={200}
        onChange={(percent) => set(levelOfPercent(percent))}
      />
      <View className="flex-row">
        <AsLoudAsPossible parts={[part]} />
      </View>
    </View>
  );
}
