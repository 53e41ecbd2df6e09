import { View } from 'react-native';
import { showSeconds, type Show } from '../../core/show';
import { setDips } from '../../core/show/edits';
import { sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { seek } from '../../session/sound/transport';
import { makeClear, useOver } from '../../session/voice/over';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Caught } from '../controls/Caught';
import { later } from '../controls/later';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { parseSigned } from '../controls/timeEntry';
import { MARKS } from '../words/voices';
import { useState } from 'react';

// The chart comes only when it is looked at: a first visit does not pay for it.
const OverChart = later(async () => (await import('../charts')).OverChart);

interface Props {
  readonly show: Show;
  readonly width: number;
  /** After the now line was moved. */
  readonly onGo?: () => void;
}

/** How far the voice stands above everything else along the show, its tightest place, and the marks to aim for. */
export function OverReading({ show, width, onGo }: Props) {
  const { readings, least, stale, speaks } = useOver(show);
  const { depth } = show.dips;
  const [mark, setMark] = useState(depth.by === 'clear' ? depth.margin : 10);
  if (!speaks) return <Say look="small">Nobody speaks yet. Record a narration or bring one in; then this shows how clear it is.</Say>;
  const met = least !== null && least.over >= mark - 0.05;
  const known = MARKS.find((one) => one.margin === mark);
  return (
    <View className="gap-2">
      <View className="flex-row items-baseline justify-between gap-2">
        <Say look="label">Voice over bed</Say>
        <Say look="small">{stale ? 'measuring …' : 'dB above all else'}</Say>
      </View>
      <View className={`h-36 overflow-hidden rounded-control border border-line bg-card ${stale ? 'opacity-60' : ''}`}>
        {readings ? (
          <Caught what="The drawing of the voice">
            <OverChart readings={readings} seconds={showSeconds(show)} mark={mark} width={width} />
          </Caught>
        ) : null}
      </View>
      {least ? (
        <View className="flex-row flex-wrap items-center gap-2">
          <Button
            label={`Tightest: ${least.over.toFixed(1)} dB at ${sayTime(least.at)}`}
            hint={`Go to the tightest place, ${least.over.toFixed(1)} dB at ${sayTime(least.at)}`}
            onPress={() => {
              seek(least.at);
              onGo?.();
            }}
            className="grow"
          />
        </View>
      ) : null}
      <Choice
        label="Mark to aim for"
        options={MARKS.map(({ margin, label }) => ({ value: String(margin), label }))}
        value={known ? String(mark) : null}
        onChange={(value) => setMark(Number(value))}
      />
      <NumberField
        label="Mark in dB"
        value={mark}
        least={0}
        most={40}
        step={1}
        parse={parseSigned}
        say={(value) => `${value.toFixed(1)} dB`}
        note={`${known ? `${known.note}; ` : ''}${met ? 'held everywhere' : 'not held everywhere'}`}
        onChange={setMark}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label="Make clear"
          hint={`Make clear: ${mark} dB everywhere`}
          kind="strong"
          onPress={() => void makeClear(mark)}
          className="grow"
        />
        {depth.by === 'clear' ? (
          <Button
            label="Fixed again"
            hint="Back to a fixed depth"
            kind="quiet"
            onPress={() => useOpenShow.getState().edit(setDips, { change: { depth: { by: 'fixed', gain: -10 } } })}
          />
        ) : null}
      </View>
    </View>
  );
}
