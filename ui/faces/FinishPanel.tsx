import Download from 'lucide-react-native/icons/download';
import { useState } from 'react';
import { View } from 'react-native';
import type { WavFormat } from '../../core/files';
import { compareLengths, type Show } from '../../core/show';
import { setMasterGain } from '../../core/show/edits';
import { RATE, framesOf, sayLevel, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { cancelExport, exportWav, fileName, forgetExport, useExporting } from '../../session/sound/exporting';
import { useLoudness } from '../../session/sound/useLoudness';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { DecibelField } from '../controls/DecibelField';
import { Progress } from '../controls/Progress';
import { Reading } from '../controls/Reading';
import { Say } from '../controls/Say';
import { sentenceOf } from '../words/failures';
import { sayDifference } from '../words/lengths';

const FORMATS: readonly { readonly format: WavFormat; readonly label: string; readonly bytes: number; readonly note: string }[] = [
  { format: 'int16', label: '16-bit', bytes: 4, note: 'for everyday use; every program reads it' },
  { format: 'int24', label: '24-bit', bytes: 6, note: 'for working on in another program' },
  { format: 'float32', label: 'Float', bytes: 8, note: '32-bit float: nothing is ever cut off at the top' },
];

const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** Taking the sound home: what it will be, how loud, and the file. */
export function FinishPanel({ show }: { readonly show: Show }) {
  const [format, setFormat] = useState<WavFormat>('int16');
  const lengths = compareLengths(show);
  const chosen = FORMATS.find((one) => one.format === format)!;
  const nothing = lengths.verdict === 'no-pictures';
  return (
    <View className="gap-3">
      <Say look="lead">The sound of the show</Say>
      <Say look="small">
        {nothing
          ? 'Add photos first: they give the show its length.'
          : `${sayTime(lengths.pictures, 3)} long, ${framesOf(lengths.pictures).toLocaleString('en')} frames at ${RATE / 1000} kHz, stereo.`}
      </Say>
      <LengthNote show={show} />
      <Levels show={show} format={format} />
      <View className="gap-1.5">
        <View className="flex-row gap-2" accessibilityRole="radiogroup" accessibilityLabel="Kind of WAV file">
          {FORMATS.map((one) => (
            <Button
              key={one.format}
              label={one.label}
              kind="quiet"
              chosen={one.format === format}
              onPress={() => setFormat(one.format)}
              className="flex-1"
            />
          ))}
        </View>
        <Say look="small">
          {chosen.note} · {megabytes(framesOf(lengths.pictures) * chosen.bytes)}
        </Say>
      </View>
      <Export show={show} format={format} disabled={nothing} />
    </View>
  );
}

function LengthNote({ show }: { readonly show: Show }) {
  const lengths = compareLengths(show);
  if (lengths.verdict === 'fits' || lengths.verdict === 'no-pictures') return null;
  const said =
    lengths.verdict === 'no-bed'
      ? 'There is no music yet: the file would be silent but for narrations and spot sounds.'
      : lengths.verdict === 'over'
        ? `The bed is ${sayDifference(lengths)}: it is cut off where the pictures end.`
        : `The bed is ${sayDifference(lengths)}: the last stretch has no music.`;
  return <Notice text={said} />;
}

function Levels({ show, format }: { readonly show: Show; readonly format: WavFormat }) {
  const { data, isFetching, stale } = useLoudness(show);
  const { edit } = useOpenShow.getState();
  const peak = data?.truePeak ?? null;
  const integrated = data?.integrated ?? null;
  const over = peak !== null && peak > 0 && format !== 'float32';
  return (
    <View className="gap-2">
      <View
        className={`flex-row gap-2 ${stale ? 'opacity-60' : ''}`}
        accessibilityLabel={isFetching ? 'Levels are being measured' : 'Levels'}
      >
        <Reading title="Whole show" value={integrated === null ? '–' : `${integrated.toFixed(1).replace('-', '−')} LUFS`} />
        <Reading title="Highest peak" value={peak === null ? '–' : `${sayLevel(peak).replace('dB', 'dBTP')}`} red={over} />
      </View>
      <DecibelField label="Loudness of the whole" value={show.master.gain} onChange={(gain) => edit(setMasterGain, { gain })} />
      {over ? (
        <Notice
          grave
          text={`The highest peak is ${sayLevel(peak)} above full scale: the file would distort there. Lower the whole by ${Math.ceil(peak * 2 + 2) / 2} dB.`}
        />
      ) : null}
    </View>
  );
}

function Export({ show, format, disabled }: { readonly show: Show; readonly format: WavFormat; readonly disabled: boolean }) {
  const { exporting } = useExporting();
  const pickable = 'showSaveFilePicker' in window;
  switch (exporting.status) {
    case 'writing':
      return <Progress label="Writing the WAV" share={exporting.share} onCancel={cancelExport} />;
    case 'failed':
      return <Notice grave text={sentenceOf(exporting.failure)} onClose={forgetExport} />;
    case 'done':
      return (
        <Notice
          text={`“${exporting.name}” is written: ${sayTime(exporting.written.frames / RATE, 3)}, ${megabytes(exporting.written.bytes)}.${
            exporting.written.clipped > 0 ? ` ${exporting.written.clipped} samples were above full scale and were cut off.` : ''
          }`}
          onClose={forgetExport}
        />
      );
    case 'idle':
      return (
        <View className="gap-2">
          <Button
            label="Save the sound as WAV"
            icon={Download}
            kind="strong"
            disabled={disabled}
            onPress={() => void exportWav(show, format, false)}
          />
          {pickable ? (
            <Button label="Choose where to save it" kind="quiet" disabled={disabled} onPress={() => void exportWav(show, format, true)} />
          ) : null}
          <Say look="small">The file is called “{fileName(show.title, 'wav')}”.</Say>
        </View>
      );
  }
}
