import { useShown, whole } from '../../session/open/store';
import { saySpan, sayTime, t } from '../../words';
import Scissors from 'lucide-react-native/icons/scissors';
import Shrink from 'lucide-react-native/icons/fold-horizontal';
import { useState } from 'react';
import { View } from 'react-native';
import { partEnd, type Part } from '../../core/show';
import { seek } from '../../session/sound/transport';
import { useHeard } from '../../session/sound/heard';
import { innerPauses, shorten, splitPauses, tellSpeech } from '../../session/voice/narrations';
import { setRange, useRange, markRange, dropRange } from '../../session/bed/range';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { spanEntry } from '../controls/timeEntry';

/** Pauses of a narration: found, shown, split at, shortened or cut out; and putting right where somebody speaks. */
export function PauseFields({ part }: { readonly part: Part }) {
  const show = useShown(whole);
  const [least, setLeast] = useState(0.5);
  const [keep, setKeep] = useState(0.3);
  const known = useHeard((state) => state.heard.has(part.media));
  const pauses = innerPauses(show, part, least);
  if (!known) return <Say look="small">{t('voice.thisNarrationIsBeingListened')}</Say>;
  const long = pauses.filter(({ from, to }) => to - from > keep).length;
  return (
    <View className="gap-1">
      <Say look="small">
        {pauses.length === 0
          ? t('voice.noPauseOfThatLength')
          : t('voice.pauses', {
              count: pauses.length,
              all: saySpan(pauses.reduce((sum, { from, to }) => sum + to - from, 0)),
            })}
      </Say>
      <View className="flex-row flex-wrap gap-2">
        {pauses.slice(0, 12).map(({ from, to }, index) => (
          <Button
            key={index}
            label={`${sayTime(part.at + from)} · ${saySpan(to - from)}`}
            hint={t('voice.goToThePauseAt', { at: sayTime(part.at + from), length: saySpan(to - from) })}
            kind="quiet"
            tight
            onPress={() => seek(part.at + (from + to) / 2)}
          />
        ))}
      </View>
      <NumberField {...spanEntry} least={0.2} label={t('voice.pausesOfAtLeast')} value={least} most={30} onChange={setLeast} />
      <NumberField {...spanEntry} label={t('voice.shortenTo')} value={keep} most={30} onChange={setKeep} />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('voice.splitAtThePauses')}
          icon={Scissors}
          disabled={pauses.length === 0}
          onPress={() => splitPauses(show, part, least)}
        />
        <Button
          label={keep === 0 ? t('voice.cutThePausesOut') : t('voice.shortenThePauses')}
          icon={Shrink}
          disabled={long === 0}
          onPress={() => shorten(show, part, least, keep)}
        />
      </View>
      <PutRight part={part} />
    </View>
  );
}

/** What listening got wrong: a range that is speech after all, or is none. */
function PutRight({ part }: { readonly part: Part }) {
  const show = useShown(whole);
  const range = useRange((state) => state.range);
  if (!range) {
    return (
      <View className="flex-row">
        <Button label={t('voice.putRightWhereSomebodySpeaks')} kind="quiet" onPress={markRange} />
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
      <Say look="small">{t('voice.dragTheRangeOnThe')}</Say>
      {(['from', 'to'] as const).map((edge) => (
        <NumberField
          key={edge}
          {...spanEntry}
          label={edge === 'from' ? t('voice.meantFrom') : t('voice.meantTo')}
          say={(value) => sayTime(value, 2)}
          value={range[edge]}
          most={partEnd(part)}
          onChange={(moment) => setRange({ [edge]: moment })}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.somebodySpeaksHere')} disabled={within.to <= within.from} onPress={() => tell(true)} />
        <Button label={t('voice.nobodySpeaksHere')} disabled={within.to <= within.from} onPress={() => tell(false)} />
        <Button label={t('common.leaveIt')} kind="quiet" onPress={dropRange} />
      </View>
    </View>
  );
}
