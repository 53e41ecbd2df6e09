import { useShown, whole } from '../../session/open/store';
import { saySpan, sayTime, t, sayLane } from '../../words';
import Circle from 'lucide-react-native/icons/circle-dot';
import Mic from 'lucide-react-native/icons/mic';
import Square from 'lucide-react-native/icons/square';
import Timer from 'lucide-react-native/icons/timer';
import { useState } from 'react';
import { View } from 'react-native';

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
export function RecordBar() {
  const recording = useRecording((state) => state.recording);
  if (recording.status === 'off') return null;
  return (
    <View className="gap-2" accessibilityLabel={t('voice.recording')}>
      <Title recording={recording} />
      <Body recording={recording} />
    </View>
  );
}

type Open = Exclude<Recording, { status: 'off' }>;

function Title({ recording: { target } }: { readonly recording: Open }) {
  const show = useShown(whole);
  const lane = show.lanes.find((one) => one.id === target.lane);
  const what =
    target.part !== undefined ? t('voice.aNewTake') : target.line !== undefined ? t('common.aWrittenLine') : t('voice.aNewNarration');
  const words =
    target.line === undefined
      ? show.parts.find((part) => part.id === target.part)?.words
      : show.lines.find((line) => line.id === target.line)?.words;
  return (
    <View className="gap-0.5">
      <Say look="strong">{t('voice.targetAt', { what, at: sayTime(target.at) })}</Say>
      <Say look="small">
        {t('voice.roomLeft', { lane: lane ? sayLane(lane) : t('lanes.voice'), left: saySpan(roomFrom(show, target.at)) })}
      </Say>
      {words ? <Say>{t('check.quoted', { name: words })}</Say> : null}
    </View>
  );
}

function Body({ recording }: { readonly recording: Open }) {
  const { target } = recording;
  switch (recording.status) {
    case 'asking':
      return <Asking target={target} />;
    case 'opening':
      return <Say look="small">{t('voice.theMicrophoneIsBeingOpened')}</Say>;
    case 'measuring':
    case 'ready':
      return <Ready measuring={recording.status === 'measuring'} />;
    case 'counting':
      return (
        <View className="items-center gap-2">
          <Say look="huge" accessibilityLiveRegion="assertive">
            {recording.left}
          </Say>
          <Button label={t('voice.notYet')} kind="quiet" onPress={() => void openRecording(target)} />
        </View>
      );
    case 'recording':
      return <Speaking />;
    case 'keeping':
      return <Say look="small">{t('voice.theRecordingIsTakenInto')}</Say>;
    case 'failed':
      return (
        <>
          <Notice grave text={sentenceOf(recording.failure)} />
          <View className="flex-row flex-wrap gap-2">
            <Button label={t('common.tryAgain')} icon={Mic} kind="strong" onPress={() => void listen(target)} />
            <Button label={t('voice.practiceMicrophone')} onPress={() => chooseMic('practice')} />
            <Button label={t('voice.close')} kind="quiet" onPress={closeRecording} />
          </View>
        </>
      );
  }
}

/** What the browser will ask, said first. */
function Asking({ target }: { readonly target: Target }) {
  return (
    <>
      <Say look="small">{t('voice.theBrowserWillAskWhether')}</Say>
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.useTheMicrophone')} icon={Mic} kind="strong" onPress={() => void listen(target)} className="grow" />
        <Button label={t('voice.practiceMicrophone')} onPress={() => chooseMic('practice')} />
        <Button label={t('common.notNow')} kind="quiet" onPress={closeRecording} />
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
          label={t('voice.record')}
          hint={t('voice.startRecording')}
          icon={Circle}
          kind="strong"
          disabled={measuring}
          onPress={() => void startRecording()}
          className="grow"
        />
        <Button label={t('voice.setUp')} hint={t('voice.setUpRecording')} kind="quiet" chosen={more} onPress={() => setMore(!more)} />
        <Button label={t('voice.close')} hint={t('voice.closeTheRecording')} kind="quiet" onPress={closeRecording} />
      </View>
      {more ? (
        <View className="gap-1">
          <View className="flex-row flex-wrap gap-2">
            <Switch label={t('voice.countIn321')} on={settings.countIn} onChange={(countIn) => changeRecordSettings({ countIn })} />
            <Switch label={t('voice.hearTheBed')} on={settings.bed} onChange={(bed) => changeRecordSettings({ bed })} />
            <Switch
              label={t('voice.practiceMicrophone')}
              on={settings.mic === 'practice'}
              onChange={(practice) => chooseMic(practice ? 'practice' : 'microphone')}
            />
          </View>
          <Say look="small">{settings.bed ? t('voice.wearHeadphonesOrTheMicrophone') : t('voice.nothingIsHeardWhileYou')}</Say>
          {measuring ? <Say look="small">{t('voice.listeningForThreeClicksHold')}</Say> : <Late />}
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
        label={t('voice.comesLateBy')}
        value={Number(late.toFixed(4))}
        least={-1}
        most={1}
        note={own ? t('voice.asItWasMeasuredOr') : t('voice.asFarAsTheBrowser')}
        onChange={setLate}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.measureIt')} hint={t('voice.measureHowLateItComes')} icon={Timer} onPress={() => void measureLate()} />
        {own ? <Button label={t('voice.asTheBrowserSays')} kind="quiet" onPress={() => setLate(null)} /> : null}
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
          {t('voice.recording')}
        </Say>
        <Say look="time">{now}</Say>
      </View>
      <Meter />
      <Button
        label={t('common.stop')}
        hint={t('voice.stopRecording')}
        icon={Square}
        kind="strong"
        onPress={() => void stopRecording()}
        className="py-4"
      />
    </>
  );
}
