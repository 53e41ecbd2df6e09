import Scissors from 'lucide-react-native/icons/scissors';
import Shrink from 'lucide-react-native/icons/fold-horizontal';
import { useState } from 'react';
import { View } from 'react-native';
import { partEnd, type Part, type Show } from '../../core/show';
import { saySpan, sayTime } from '../../core/units';
import { seek } from '../../session/sound/transport';
import { useHeard } from '../../session/sound/heard';
import { innerPauses, shorten, splitPauses, tellSpeech } from '../../session/voice/narrations';
import { setRange, useRange, markRange, dropRange } from '../../session/bed/range';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { spanEntry } from '../controls/timeEntry';

/** Pauses of a narration: found, shown, split at, shortened or cut out; and putting right where somebody speaks. */
export function PauseFields({ show, part }: { readonly show: Show; readonly part: Part }) {
  const [least, setLeast] = useState(0.5);
  const [keep, setKeep] = useState(0.3);
  const known = useHeard((state) => state.heard.has(part.media));
  const pauses = innerPauses(show, part, least);
  if (!known) return <Say look="small">This narration is being listened to …</Say>;
  const long = pauses.filter(({ from, to }) => to - from > keep).length;
  return (
    <View className="gap-1">
      <Say look="small">
        {pauses.length === 0
          ? 'No pause of that length in it.'
          : `${pauses.length === 1 ? 'One pause' : `${pauses.length} pauses`}, ${saySpan(pauses.reduce((sum, { from, to }) => sum + to - from, 0))} in all`}
      </Say>
      <View className="flex-row flex-wrap gap-2">
        {pauses.slice(0, 12).map(({ from, to }, index) => (
          <Button
            key={index}
            label={`${sayTime(part.at + from)} · ${saySpan(to - from)}`}
            hint={`Go to the pause at ${sayTime(part.at + from)}, ${saySpan(to - from)}`}
            kind="quiet"
            tight
            onPress={() => seek(part.at + (from + to) / 2)}
          />
        ))}
      </View>
      <NumberField {...spanEntry} least={0.2} label="Pauses of at least" value={least} most={30} onChange={setLeast} />
      <NumberField {...spanEntry} label="Shorten to" value={keep} most={30} onChange={setKeep} />
      <View className="flex-row flex-wrap gap-2">
        <Button label="Split at the pauses" icon={Scissors} disabled={pauses.length === 0} onPress={() => splitPauses(show, part, least)} />
        <Button
          label={keep === 0 ? 'Cut the pauses out' : 'Shorten the pauses'}
          icon={Shrink}
          disabled={long === 0}
          onPress={() => shorten(show, part, least, keep)}
        />
      </View>
      <PutRight show={show} part={part} />
    </View>
  );
}

/** What listening got wrong: a range that is speech after all, or is none. */
function PutRight({ show, part }: { readonly show: Show; readonly part: Part }) {
  const range = useRange((state) => state.range);
  if (!range) {
    return (
      <View className="flex-row">
        <Button label="Put right where somebody speaks" kind="quiet" onPress={markRange} />
      </View>
    );
  }
  const within = { from: Math.max(part.at, range.from) - part.at, to: Math.min(partEnd(part), range.to) - part.at };
  const tell = (speaks: boolean) => {
    tellSpeech(show, part, within, speaks);
    dropRange();
  };
  return (
    <View className="gap-1">
      <Say look="small">Drag the range on the sheet to what is meant, or type it.</Say>
      {(['from', 'to'] as const).map((edge) => (
        <NumberField
          key={edge}
          {...spanEntry}
          label={edge === 'from' ? 'Meant from' : 'Meant to'}
          say={(value) => sayTime(value, 2)}
          value={range[edge]}
          most={partEnd(part)}
          onChange={(moment) => setRange({ [edge]: moment })}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button label="Somebody speaks here" disabled={within.to <= within.from} onPress={() => tell(true)} />
        <Button label="Nobody speaks here" disabled={within.to <= within.from} onPress={() => tell(false)} />
        <Button label="Leave it" kind="quiet" onPress={dropRange} />
      </View>
    </View>
  );
}
