import { useSaved, whole } from '../../session/open/store';
import { t, type PlainKey } from '../../words';
import { View } from 'react-native';

import { savePaper, type Paper } from '../../session/finish/papers';
import { Button } from '../controls/Button';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { ExportState } from './ExportState';

const PAPERS: readonly {
  readonly title: PlainKey;
  readonly note: PlainKey;
  readonly kinds: readonly { readonly paper: Paper; readonly label: PlainKey }[];
}[] = [
  {
    title: 'finish.timeline',
    note: 'finish.opentimelineioPicturesLanesGapsDissolves',
    kinds: [{ paper: 'timeline.otio', label: 'finish.otio' }],
  },
  {
    title: 'finish.captions',
    note: 'finish.fromTheWordsOfThe',
    kinds: [
      { paper: 'captions.vtt', label: 'finish.webvtt' },
      { paper: 'captions.srt', label: 'finish.srt' },
    ],
  },
  {
    title: 'finish.cueSheet',
    note: 'finish.whichPieceSoundsFromWhen',
    kinds: [
      { paper: 'cues.csv', label: 'finish.csv' },
      { paper: 'cues.txt', label: 'finish.text' },
    ],
  },
  { title: 'common.credits', note: 'finish.titleMakerAndALine', kinds: [{ paper: 'credits.txt', label: 'finish.text' }] },
  {
    title: 'finish.moments',
    note: 'finish.changesOfPictureAndWhere',
    kinds: [{ paper: 'moments.csv', label: 'finish.csv' }],
  },
];

/** Texts that go along with a show. */
export function PapersPanel() {
  const show = useSaved(whole);
  return (
    <View className="gap-3">
      <FirstMet words={['cueSheet']} />
      {PAPERS.map(({ title, note, kinds }) => (
        <View key={title} className="flex-row items-center gap-2">
          <View className="flex-1">
            <Say look="label">{t(title)}</Say>
            <Say look="small">{t(note)}</Say>
          </View>
          {kinds.map(({ paper, label }) => (
            <Button
              key={paper}
              label={t(label)}
              hint={t('finish.as', { title: t(title), label: t(label) })}
              tight
              onPress={() => void savePaper(show, paper)}
            />
          ))}
        </View>
      ))}
      <ExportState />
    </View>
  );
}
