import { decimal, sayTime, t, upTo } from '../../words';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import { TextInput, View } from 'react-native';
import { downbeatsOf, nameOf, type Hearing } from '../../core/music';
import { LIMITS, type Grid, type Part } from '../../core/show';
import { setGrid } from '../../core/show/edits';
import { askAnew } from '../../session/fit/fitting';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { ClickSwitch } from './ClickSwitch';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { momentEntry, parseSigned } from '../controls/timeEntry';
import { marksOf, mark } from './PassageMarks';

interface Props {
  readonly part: Part;
  readonly heard: Hearing;
}

const BEATS = (['2', '3', '4', '5', '6', '7'] as const).map((value) => ({ value, label: value }));

const saySure = (sure: number) => (sure > 0.8 ? t('fit.sure') : sure > 0.4 ? t('fit.fairlySure') : t('fit.notSure'));

/** What was heard of a piece, to be put right: tempo, bars, the first downbeat, and what the sections are called. */
export function HeardFields({ part, heard }: Props) {
  const media = useSaved((show) => show.media[part.media]!);
  const { tempo, sure, half, double } = heard.pulse;
  const grid: Grid = media.grid ?? {
    tempo: Number((tempo ?? 100).toFixed(2)),
    beats: heard.perBar > 1 ? heard.perBar : 4,
    downbeat: Number((downbeatsOf(heard)[0] ?? 0).toFixed(3)),
  };
  const say = (change: Partial<Grid> | null) => {
    useOpenShow.getState().edit(setGrid, { media: media.id, grid: change && { ...grid, ...change } });
    askAnew();
  };
  const octave = (to: number | null, label: string) =>
    to !== null && to >= LIMITS.grid.slowest && to <= LIMITS.grid.fastest ? (
      <Button
        label={`${label}: ${decimal(to, 0)}`}
        hint={t('fit.countIt', { label })}
        onPress={() => say({ tempo: Number(to.toFixed(2)) })}
        tight
      />
    ) : null;
  return (
    <View className="gap-2" accessibilityLabel={t('fit.whatWasHeard')}>
      <FirstMet words={['downbeat']} />
      <Say look="small">
        {tempo === null
          ? t('fit.noBeatHere')
          : media.grid
            ? t('fit.theBeatIsAsIt', { tempo: decimal(tempo, 1) })
            : t('fit.heardBeat', {
                tempo: decimal(tempo, 1),
                sure: saySure(sure),
                perBar: heard.perBar,
                barSure: saySure(heard.barSure),
              })}
      </Say>
      <View className="flex-row flex-wrap gap-1.5">
        {octave(half, t('fit.halfAsFast'))}
        {octave(double, t('fit.twiceAsFast'))}
        {media.grid ? <Button label={t('fit.asItWasHeard')} icon={RotateCcw} onPress={() => say(null)} tight /> : null}
        {tempo === null && !media.grid ? null : <ClickSwitch />}
      </View>
      <NumberField
        label={t('fit.tempoOfThePiece')}
        value={grid.tempo}
        least={LIMITS.grid.slowest}
        most={LIMITS.grid.fastest}
        step={1}
        parse={parseSigned}
        say={(value) => `${upTo(value, 2)} BPM`}
        onChange={(to) => say({ tempo: to })}
      />
      <NumberField
        {...momentEntry}
        label={t('fit.aDownbeatAt')}
        value={grid.downbeat}
        least={0}
        most={media.seconds}
        step={0.05}
        onChange={(downbeat) => say({ downbeat })}
      />
      <Say look="label">{t('common.beatsInABar')}</Say>
      <Choice
        label={t('fit.barOf')}
        options={BEATS}
        value={String(grid.beats) as (typeof BEATS)[number]['value']}
        onChange={(beats) => say({ beats: Number(beats) })}
      />
      <Say look="label">{t('fit.sections')}</Say>
      {heard.sections.map((section) => (
        <SectionName key={section.from} media={media.id} from={section.from} letter={section.letter} />
      ))}
      {heard.voices.length > 0 ? (
        <Say look="small">
          {t('fit.probablySungOrSpokenStitches', {
            stretches: heard.voices
              .map(({ from, to, sure: how }) => t('fit.stretchSure', { from: sayTime(from), to: sayTime(to), sure: saySure(how) }))
              .join(', '),
          })}
        </Say>
      ) : null}
    </View>
  );
}

/** What a section is called. */
export function SectionName({ media, from, letter }: { readonly media: string; readonly from: number; readonly letter: string }) {
  const show = useSaved(whole);
  const { names } = marksOf(show, media);
  const name = nameOf(names, from, letter);
  const rename = (text: string) => {
    const said = text.trim().slice(0, 40);
    if (said === name) return;
    const others = names.filter(({ at }) => Math.abs(at - from) >= 1);
    mark(show, media, { names: said === '' || said === letter ? others : [...others, { at: from, name: said }] });
  };
  return (
    <View className="flex-row items-center gap-2">
      <Say look="time" className="w-16">
        {sayTime(from, 0)}
      </Say>
      <TextInput
        key={name}
        accessibilityLabel={t('fit.nameOfTheSectionAt', { from: sayTime(from, 0) })}
        defaultValue={name}
        onBlur={(event) =>
          rename((event.nativeEvent as unknown as { text?: string }).text ?? (event.target as unknown as HTMLInputElement).value)
        }
        onSubmitEditing={(event) => rename(event.nativeEvent.text)}
        className="h-touch flex-1 rounded-control border border-line bg-card px-3 font-text text-small text-ink"
      />
    </View>
  );
}
