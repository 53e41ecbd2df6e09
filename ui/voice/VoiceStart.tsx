import { useShown, currentShow } from '../../session/open/store';
import { saySpan, t } from '../../words';
import Mic from 'lucide-react-native/icons/mic';
import PenLine from 'lucide-react-native/icons/pen-line';
import SlidersH from 'lucide-react-native/icons/sliders-horizontal';
import Upload from 'lucide-react-native/icons/upload';
import Users from 'lucide-react-native/icons/users';
import { View } from 'react-native';
import { lanesOf, partsOn } from '../../core/show';
import { bringSounds, useLibrary } from '../../session/library';
import { useTransport } from '../../session/sound/transport';
import { dropFound, keepFound, useFound } from '../../session/voice/found';
import { writeLine } from '../../session/voice/narrations';
import { openRecording } from '../../session/voice/recording';
import { laneFor } from '../../session/open/lanes';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { MUSIC } from '../controls/accept';
import { openPanel } from '../panels/open';
import { sayDepth, sayDepthShort } from '../words/voices';
import { OverButton } from './OverButton';

/** The Voice face while nothing is chosen: record, bring in, write; how the bed makes room; how clear the voice is. */
export function VoiceStart({ wide }: { readonly wide: boolean }) {
  const busy = useLibrary((state) => state.taking !== null);
  const has = useShown((show) => partsOn(show, 'voice').length > 0);
  const speakers = useShown((show) => lanesOf(show, 'voice').length);
  const depth = useShown((show) => show.dips.depth);
  return (
    <View className="gap-2">
      <FoundRecordings />
      {has ? null : <Say look="small">{t('voice.speakOverTheShowFrom')}</Say>}
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('voice.record')}
          hint={t('voice.recordFromTheNowLine')}
          icon={Mic}
          kind="strong"
          onPress={() => void openRecording({ lane: laneFor(currentShow()!, 'voice').id, at: useTransport.getState().now })}
          className="grow"
        />
        <FileButton
          label={t('voice.bringIn')}
          icon={Upload}
          accept={MUSIC}
          many
          kind="soft"
          disabled={busy}
          onFiles={(files) => void bringSounds(files, 'voice')}
        />
        <Button
          label={t('voice.write')}
          hint={t('voice.writeALineAtThe')}
          icon={PenLine}
          onPress={() => openPanel({ name: 'line', line: writeLine() })}
        />
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={sayDepthShort(depth)}
          hint={t('voice.dipsHowTheBedMakes', { depth: sayDepth(depth) })}
          icon={SlidersH}
          kind="quiet"
          tight
          onPress={() => openPanel({ name: 'dips' })}
          className="grow"
        />
        <Button
          label={t('voice.speakers', { count: speakers })}
          icon={Users}
          kind="quiet"
          tight
          onPress={() => openPanel({ name: 'lanes', kind: 'voice' })}
        />
        {has && !wide ? <OverButton /> : null}
      </View>
    </View>
  );
}

/** Recordings that a page left behind when it ended. */
function FoundRecordings() {
  const found = useFound((state) => state.found);
  return found.map(({ about, seconds }) => (
    <View key={about.id} accessibilityRole="alert" className="gap-1 rounded-control border border-brick bg-brick-soft p-2 pl-3">
      <Say look="small" className="text-ink">
        {t('voice.aRecordingOfWasLeft', { seconds: saySpan(seconds) })}
      </Say>
      <View className="flex-row gap-2">
        <Button label={t('voice.layItWhereItWas')} kind="strong" onPress={() => void keepFound(about.id)} />
        <Button label={t('voice.letItGo')} kind="danger" onPress={() => void dropFound(about.id)} />
      </View>
    </View>
  ));
}
