import { useState } from 'react';
import { View } from 'react-native';
import { evenedTo, levelsOf, loudest, middleLoudness, type LevelChange } from '../../core/mix';
import { LIMITS, lanesOf, ownParts, partsOn, type Part, type Show } from '../../core/show';
import { setLevels } from '../../core/show/edits';
import { soundsOf, useMeasured, type Evened } from '../../session/balance/even';
import { chosenParts, useOpenShow, useSaved, whole } from '../../session/open/store';
import { decimal, sayLane, signed, t } from '../../words';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { parseSigned } from '../controls/timeEntry';
import { useTrial } from '../panels/useTrial';

/** What can be evened out in a show, where there is more than one of it. */
function choicesOf(show: Show): { readonly value: string; readonly label: string; readonly which: Evened }[] {
  const chosen = chosenParts().map(({ id }) => id);
  const voices = partsOn(show, 'voice');
  const speakers = lanesOf(show, 'voice').filter((lane) => voices.some((part) => part.lane === lane.id));
  return [
    ...(chosen.length > 1 ? [{ value: 'chosen', label: t('even.chosen'), which: { of: 'parts', ids: chosen } as const }] : []),
    ...(voices.length > 0 ? [{ value: 'voices', label: t('even.voices'), which: { of: 'voices' } as const }] : []),
    ...(speakers.length > 1
      ? speakers.map((lane) => ({ value: lane.id, label: sayLane(lane), which: { of: 'lane', lane: lane.id } as const }))
      : []),
    ...(ownParts(show).length + partsOn(show, 'own').length > 0
      ? [{ value: 'clips', label: t('even.clips'), which: { of: 'clips' } as const }]
      : []),
  ];
}

/** Brings sounds to one loudness, each by as much as it takes: shown and heard before it is used. */
export function EvenPanel({ onDone }: { readonly onDone: () => void }) {
  const show = useSaved(whole);
  const choices = choicesOf(show);
  const [picked, setPicked] = useState<string | null>(null);
  const choice = choices.find(({ value }) => value === picked) ?? choices[0];
  if (!choice) return <Say look="small">{t('even.nothing')}</Say>;
  return (
    <View className="gap-2">
      {choices.length > 1 ? (
        <Choice
          label={t('even.what')}
          options={choices.map(({ value, label }) => ({ value, label }))}
          value={choice.value}
          onChange={setPicked}
        />
      ) : (
        <Say look="label">{choice.label}</Say>
      )}
      <Changes key={choice.value} show={show} parts={soundsOf(show, choice.which)} onDone={onDone} />
    </View>
  );
}

interface ChangesProps {
  readonly show: Show;
  readonly parts: readonly Part[];
  readonly onDone: () => void;
}

function Changes({ show, parts, onDone }: ChangesProps) {
  const { measured: data } = useMeasured(show, parts);
  const [typed, setTyped] = useState<number | null>(null);
  const middle = data ? middleLoudness(data) : null;
  const aim = typed ?? (middle === null ? null : Math.round(middle * 10) / 10);
  const changes = data && aim !== null ? evenedTo(data, aim) : [];
  const left = data ? data.length - changes.length : 0;
  const moved = changes.filter(({ from, to }) => Math.abs(to - from) > 0.05);
  const details = changes.length > 0 ? { levels: levelsOf(show, changes), as: 'even' as const } : null;
  useTrial(setLevels, moved.length > 0 ? details : null);
  if (parts.length === 0) return <Say look="small">{t('even.nothing')}</Say>;
  if (!data || aim === null) return <Say look="small">{data ? t('even.allTooShort') : t('common.measuring')}</Say>;
  return (
    <>
      <NumberField
        label={t('even.to')}
        value={aim}
        least={LIMITS.aim.least}
        most={LIMITS.aim.most}
        step={0.5}
        {...(middle === null ? {} : { start: Math.round(middle * 10) / 10 })}
        parse={parseSigned}
        say={(value) => decimal(value, 1)}
        note={t('even.middleNote')}
        onChange={setTyped}
      />
      <Button
        label={moved.length > 0 ? t('even.use', { count: moved.length }) : t('even.already')}
        kind="strong"
        disabled={moved.length === 0}
        onPress={() => {
          if (details) useOpenShow.getState().edit(setLevels, details);
          onDone();
        }}
      />
      <View className="gap-0.5" role="list" accessibilityLabel={t('even.changes')}>
        {changes.map((one) => (
          <Row key={one.part.id} change={one} title={show.media[one.part.media]!.title} aim={aim} />
        ))}
      </View>
      {left > 0 ? <Say look="small">{t('even.tooShort', { count: left })}</Say> : null}
    </>
  );
}

function Row({
  change: { part, from, to, then },
  title,
  aim,
}: {
  readonly change: LevelChange;
  readonly title: string;
  readonly aim: number;
}) {
  const by = to - from;
  const missed = Math.abs(then - aim) > 0.1;
  return (
    <View className="flex-row items-baseline gap-2 py-0.5" role="listitem">
      <Say look="small" className="flex-1" numberOfLines={1}>
        {part.words?.trim() ? part.words : title}
      </Say>
      <Say look="time" className={missed ? 'text-amber' : ''}>
        {Math.abs(by) < 0.05 ? t('even.stays') : `${signed(by, 1)} dB`}
      </Say>
      <Say look="time" className="w-20 text-right">
        {`${decimal(then, 1)}`}
      </Say>
    </View>
  );
}

/** Makes a part as loud as its peaks allow, in one tap. */
export function AsLoudAsPossible({ parts }: { readonly parts: readonly Part[] }) {
  const show = useSaved(whole);
  const { measured: data, isFetching } = useMeasured(show, parts);
  const changes = data ? loudest(data, LIMITS.ceiling.start) : [];
  const by = changes.length === 1 ? changes[0]!.to - changes[0]!.from : null;
  const worth = changes.some(({ from, to }) => Math.abs(to - from) > 0.05);
  return (
    <Button
      label={by === null || !worth ? t('even.asLoud') : t('even.asLoudBy', { by: signed(by, 1) })}
      hint={t('even.asLoudHint')}
      kind="quiet"
      disabled={isFetching || !worth}
      onPress={() => useOpenShow.getState().edit(setLevels, { levels: levelsOf(show, changes), as: 'loud' })}
    />
  );
}
