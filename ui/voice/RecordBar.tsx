import Circle from 'lucide-react-native/icons/circle-dot';
import Mic from 'lucide-react-native/icons/mic';
import Square from 'lucide-react-native/icons/square';
import Timer from 'lucide-react-native/icons/timer';
import { useState } from 'react';
import { View } from 'react-native';
import type { Show } from '../../core/show';
import { saySpan, sayTime } from '../../core/units';
import {
  chooseMic,
  closeRecording,
  listen,
  measureLate,
  openRecording,
  roomFrom,
  setLate,
  startRecording,
  stopRecording,
  useRecording,
  type Recording,
  type Target,
} from '../../session/voice/recording';
import { changeRecordSettings, useRecordSettings } from '../../session/voice/settings';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { shiftEntry } from '../controls/timeEntry';
import { sentenceOf } from '../words/failures';
import { Meter } from './Meter';

/** Recording a narration, step by step: words, the microphone and its level, counting in, speaking, keeping. */
export function RecordBar({ show }: { readonly show: Show }) {
  const recording = useRecording((state) => state.recording);
  if (recording.status === 'off') return null;
  return (
    <View className="gap-2" accessibilityLabel="Recording">
      <Title show={show} recording={recording} />
      <Body recording={recording} />
    </View>
  );
}

type Open = Exclude<Recording, { status: 'off' }>;

function Title({ show, recording: { target } }: { readonly show: Show; readonly recording: Open }) {
  const lane = show.lanes.find((one) => one.id === target.lane)?.title ?? 'Voice';
  const what = target.part !== undefined ? 'A new take' : target.line !== undefined ? 'A written line' : 'A new narration';
  const words =
    target.line === undefined
      ? show.parts.find((part) => part.id === target.part)?.words
      : show.lines.find((line) => line.id === target.line)?.words;
  return (
    <View className="gap-0.5">
      <Say look="strong">
        {what} at {sayTime(target.at)}
      </Say>
      <Say look="small">
        {lane} · {saySpan(roomFrom(show, target.at))} of the show left
      </Say>
      {words ? <Say>“{words}”</Say> : null}
    </View>
  );
}

function Body({ recording }: { readonly recording: Open }) {
  const { target } = recording;
  switch (recording.status) {
    case 'asking':
      return <Asking target={target} />;
    case 'opening':
      return <Say look="small">The microphone is being opened …</Say>;
    case 'measuring':
    case 'ready':
      return <Ready measuring={recording.status === 'measuring'} />;
    case 'counting':
      return (
        <View className="items-center gap-2">
          <Say look="huge" accessibilityLiveRegion="assertive">
            {recording.left}
          </Say>
          <Button label="Not yet" kind="quiet" onPress={() => void openRecording(target)} />
        </View>
      );
    case 'recording':
      return <Speaking />;
    case 'keeping':
      return <Say look="small">The recording is taken into the show …</Say>;
    case 'failed':
      return (
        <>
          <Notice grave text={sentenceOf(recording.failure)} />
          <View className="flex-row flex-wrap gap-2">
            <Button label="Try again" icon={Mic} kind="strong" onPress={() => void listen(target)} />
            <Button label="Practice microphone" onPress={() => chooseMic('practice')} />
            <Button label="Close" kind="quiet" onPress={closeRecording} />
          </View>
        </>
      );
  }
}

/** What the browser will ask, said first. */
function Asking({ target }: { readonly target: Target }) {
  return (
    <>
      <Say look="small">
        The browser will ask whether this page may use the microphone. What you say stays on this device, in this show. You can also bring
        in a recording as a file, or try everything with the practice microphone, which speaks for you.
      </Say>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Use the microphone" icon={Mic} kind="strong" onPress={() => void listen(target)} className="grow" />
        <Button label="Practice microphone" onPress={() => chooseMic('practice')} />
        <Button label="Not now" kind="quiet" onPress={closeRecording} />
      </View>
    </>
  );
}

function Ready({ measuring }: { readonly measuring: boolean }) {
  const settings = useRecordSettings();
  const [more, setMore] = useState(false);
  return (
    <>
      <Meter />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label="Record"
          hint="Start recording"
          icon={Circle}
          kind="strong"
          disabled={measuring}
          onPress={() => void startRecording()}
          className="grow"
        />
        <Button label="Set up" hint="Set up recording" kind="quiet" chosen={more} onPress={() => setMore(!more)} />
        <Button label="Close" hint="Close the recording" kind="quiet" onPress={closeRecording} />
      </View>
      {more ? (
        <View className="gap-1">
          <View className="flex-row flex-wrap gap-2">
            <Switch label="Count in 3, 2, 1" on={settings.countIn} onChange={(countIn) => changeRecordSettings({ countIn })} />
            <Switch label="Hear the bed" on={settings.bed} onChange={(bed) => changeRecordSettings({ bed })} />
            <Switch
              label="Practice microphone"
              on={settings.mic === 'practice'}
              onChange={(practice) => chooseMic(practice ? 'practice' : 'microphone')}
            />
          </View>
          <Say look="small">
            {settings.bed ? 'Wear headphones, or the microphone records the bed, too.' : 'Nothing is heard while you speak.'}
          </Say>
          {measuring ? <Say look="small">Listening for three clicks: hold the device as you will while you speak …</Say> : <Late />}
        </View>
      ) : null}
    </>
  );
}

/** How late a spoken line arrives; measured in one tap, or set by hand. */
function Late() {
  const late = useRecording((state) => state.late);
  const own = useRecordSettings((state) => state.late !== null);
  return (
    <View className="gap-1">
      <NumberField
        {...shiftEntry}
        step={0.01}
        label="Comes late by"
        value={Number(late.toFixed(4))}
        least={-1}
        most={1}
        note={own ? 'as it was measured or set here' : 'as far as the browser says'}
        onChange={setLate}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label="Measure it" hint="Measure how late it comes" icon={Timer} onPress={() => void measureLate()} />
        {own ? <Button label="As the browser says" kind="quiet" onPress={() => setLate(null)} /> : null}
      </View>
    </View>
  );
}

function Speaking() {
  const now = useTransport((state) => sayTime(state.now));
  return (
    <>
      <View className="flex-row items-center gap-2">
        <View className="h-3 w-3 rounded-full bg-red" />
        <Say look="strong" className="flex-1">
          Recording
        </Say>
        <Say look="time">{now}</Say>
      </View>
      <Meter />
      <Button label="Stop" hint="Stop recording" icon={Square} kind="strong" onPress={() => void stopRecording()} className="py-4" />
    </>
  );
}
