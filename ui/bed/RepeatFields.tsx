import { t } from '../../words';
import Copy from 'lucide-react-native/icons/copy';
import Paste from 'lucide-react-native/icons/clipboard-paste';
import Repeat from 'lucide-react-native/icons/repeat';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, partEnd, passOf, showSeconds, spansSeconds, type Part } from '../../core/show';
import { repeatPart, repeatTimes } from '../../core/show/edits';
import { copyChosen, pasteHere, repeatChosen, useClipboard, usePushing } from '../../session/bed/hands';
import { openLooping } from '../../session/bed/looping';
import { useOpenShow, useShown, currentShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { countEntry, spanEntry } from '../controls/timeEntry';
import { openPanel } from '../panels/open';

/** Copying what is chosen, and repeating it: as passes of one piece, or as copies at a distance. */
export function RepeatFields({ parts }: { readonly parts: readonly Part[] }) {
  const copied = useClipboard((state) => state.parts.length);
  const [only] = parts;
  const bed = parts.length === 1 && only?.kind === 'bed';
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('bed.copy')} icon={Copy} onPress={copyChosen} className="grow" />
        <Button
          label={t('bed.pasteHere')}
          hint={t('bed.pasteAtTheNowLine')}
          icon={Paste}
          disabled={copied === 0}
          onPress={pasteHere}
          className="grow"
        />
      </View>
      <Pushing />
      {bed ? <Passes part={only} /> : <Copies parts={parts} />}
    </View>
  );
}

/** Whether what follows makes room. */
function Pushing() {
  const { push } = usePushing();
  return (
    <View className="flex-row">
      <Switch label={t('bed.pushWhatFollows')} on={push} onChange={(on) => usePushing.setState({ push: on })} />
    </View>
  );
}

function Passes({ part }: { readonly part: Part }) {
  const end = useShown(showSeconds);
  const { edit } = useOpenShow.getState();
  const [times, setTimes] = useState(2);
  const room = end - part.at;
  const pass = spansSeconds(passOf(part.spans));
  const join = LIMITS.join.start;
  return (
    <View className="gap-2">
      <NumberField
        {...countEntry}
        label={t('bed.passes')}
        value={times}
        least={1}
        most={Math.max(1, Math.min(LIMITS.spans, Math.floor(LIMITS.showSeconds / pass)))}
        onChange={setTimes}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('bed.repeatTimes', { count: times })}
          icon={Repeat}
          onPress={() => edit(repeatTimes, { id: part.id, times, join, push: usePushing.getState().push })}
          className="grow"
        />
        <Button
          label={t('bed.untilTheShowEnds')}
          disabled={room <= pass}
          onPress={() => edit(repeatPart, { id: part.id, end, join, ending: 'stop', fade: LIMITS.fade.told })}
          className="grow"
        />
      </View>
      <Button
        label={t('bed.makeALoopOfWhole')}
        icon={Repeat}
        kind="quiet"
        onPress={() => {
          openLooping(currentShow()!, part);
          openPanel({ name: 'loop' });
        }}
      />
    </View>
  );
}

function Copies({ parts }: { readonly parts: readonly Part[] }) {
  const end = useShown(showSeconds);
  const first = Math.min(...parts.map((part) => part.at));
  const length = Math.max(...parts.map(partEnd)) - first;
  const [times, setTimes] = useState(2);
  const [every, setEvery] = useState<number | null>(null);
  const apart = every ?? Math.max(1, Math.ceil(length));
  const untilEnd = Math.max(0, Math.ceil((end - first) / apart - 1e-9) - 1);
  return (
    <View className="gap-2">
      <NumberField {...spanEntry} label={t('bed.againEvery')} value={apart} least={0.05} most={600} onChange={setEvery} />
      <NumberField {...countEntry} label={t('bed.timesMore')} value={times} least={1} most={200} onChange={setTimes} />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('bed.repeatTimes', { count: times })} icon={Repeat} onPress={() => repeatChosen(times, apart)} className="grow" />
        <Button
          label={t('bed.untilTheShowEnds')}
          disabled={untilEnd < 1}
          onPress={() => repeatChosen(Math.min(200, untilEnd), apart)}
          className="grow"
        />
      </View>
      <Say look="small">{t('bed.copiesLieOnTheSame')}</Say>
    </View>
  );
}
