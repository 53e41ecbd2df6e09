import { View } from 'react-native';
import type { Show } from '../../core/show';
import { savePaper, type Paper } from '../../session/finish/papers';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { ExportState } from './ExportState';

const PAPERS: readonly {
  readonly title: string;
  readonly note: string;
  readonly kinds: readonly { readonly paper: Paper; readonly label: string }[];
}[] = [
  {
    title: 'Timeline',
    note: 'OpenTimelineIO: pictures, lanes, gaps, dissolves, stitches and beats, for other programs. It comes back in from the list of shows.',
    kinds: [{ paper: 'timeline.otio', label: 'OTIO' }],
  },
  {
    title: 'Captions',
    note: 'From the words of the narrations, in time with the voice.',
    kinds: [
      { paper: 'captions.vtt', label: 'WebVTT' },
      { paper: 'captions.srt', label: 'SRT' },
    ],
  },
  {
    title: 'Cue sheet',
    note: 'Which piece sounds from when to when, and what for.',
    kinds: [
      { paper: 'cues.csv', label: 'CSV' },
      { paper: 'cues.txt', label: 'Text' },
    ],
  },
  { title: 'Credits', note: 'Title, maker, and a line for each piece.', kinds: [{ paper: 'credits.txt', label: 'Text' }] },
  {
    title: 'Moments',
    note: 'Changes of picture and, where the music was heard, bars and beats.',
    kinds: [{ paper: 'moments.csv', label: 'CSV' }],
  },
];

/** Texts that go along with a show. */
export function PapersPanel({ show }: { readonly show: Show }) {
  return (
    <View className="gap-3">
      {PAPERS.map(({ title, note, kinds }) => (
        <View key={title} className="flex-row items-center gap-2">
          <View className="flex-1">
            <Say look="label">{title}</Say>
            <Say look="small">{note}</Say>
          </View>
          {kinds.map(({ paper, label }) => (
            <Button key={paper} label={label} hint={`${title} as ${label}`} tight onPress={() => void savePaper(show, paper)} />
          ))}
        </View>
      ))}
      <ExportState />
    </View>
  );
}
