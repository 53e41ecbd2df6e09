import { useState } from 'react';
import { View } from 'react-native';
import { soundingLanes } from '../../core/mix';
import { showSeconds, type Show } from '../../core/show';
import { RATE, framesOf, sayTime } from '../../core/units';
import { BITRATES } from '../../engine/write/write.protocol';
import { exportSound, type SoundFile, type Which } from '../../session/finish/sounds';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { saySize } from '../words/files';
import { SaveButtons } from './SaveButtons';

/** Bytes a frame, or bits a second where nobody can tell beforehand. */
const KINDS: Readonly<Record<SoundFile, { readonly label: string; readonly note: string; readonly bytes: number }>> = {
  int16: { label: 'WAV 16-bit', note: 'for everyday use; every program reads it', bytes: 4 },
  int24: { label: 'WAV 24-bit', note: 'for working on in another program', bytes: 6 },
  float32: { label: 'WAV float', note: '32-bit float: nothing is ever cut off at the top', bytes: 8 },
  flac: { label: 'FLAC', note: 'as good as 16-bit WAV, about half the size', bytes: 2.2 },
  mp3: { label: 'MP3', note: `${BITRATES.mp3 / 1000} kbit/s: small, plays everywhere`, bytes: BITRATES.mp3 / 8 / RATE },
  opus: { label: 'Opus', note: `${BITRATES.opus / 1000} kbit/s in Ogg: small and very good`, bytes: BITRATES.opus / 8 / RATE },
};

const ROWS: readonly (readonly SoundFile[])[] = [
  ['int16', 'int24', 'float32'],
  ['flac', 'mp3', 'opus'],
];

/** The sound of the show as a file. */
export function SoundPanel({ show, blocked, onDone }: { readonly show: Show; readonly blocked: boolean; readonly onDone: () => void }) {
  const [kind, setKind] = useState<SoundFile>('int16');
  const [which, setWhich] = useState<Which>('all');
  const lanes = soundingLanes(show);
  const frames = framesOf(showSeconds(show));
  const files = which === 'lanes' ? lanes.length : 1;
  const silent = which === 'lanes' ? lanes.length === 0 : which !== 'all' && !lanes.some((lane) => lane.kind === which);
  return (
    <View className="gap-3">
      <View className="gap-1.5">
        {ROWS.map((row) => (
          <Choice
            key={row[0]}
            label="Kind of sound"
            options={row.map((value) => ({ value, label: KINDS[value].label }))}
            value={row.includes(kind) ? kind : null}
            onChange={setKind}
          />
        ))}
        <Say look="small">
          {KINDS[kind].note} · about {saySize(frames * KINDS[kind].bytes * files)}
        </Say>
      </View>
      <View className="gap-1.5">
        <Say look="label">What of it</Say>
        <Choice
          label="What of it"
          options={[
            { value: 'all', label: 'All' },
            { value: 'bed', label: 'Bed' },
            { value: 'voice', label: 'Voice' },
            { value: 'lanes', label: 'Each lane' },
          ]}
          value={which}
          onChange={setWhich}
        />
        <Say look="small">
          {which === 'lanes'
            ? `One file for each lane (${lanes.map((lane) => lane.title).join(', ') || 'none sounds'}), all equally long, in one ZIP: for finishing in another program. Together they are the whole, without held peaks.`
            : `${sayTime(showSeconds(show), 3)} long, ${frames.toLocaleString('en')} frames at ${RATE / 1000} kHz, stereo.`}
        </Say>
      </View>
      {silent ? <Notice text="Nothing sounds on that lane." /> : null}
      {blocked ? <Notice grave text="Files of this show are missing: bring them in first, on the Finish face." /> : null}
      <SaveButtons
        label="Save the sound"
        disabled={blocked || silent || frames === 0}
        onSave={(pick) => {
          void exportSound(show, kind, which, pick);
          onDone();
        }}
      />
    </View>
  );
}
