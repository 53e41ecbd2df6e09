import FileDown from 'lucide-react-native/icons/file-down';
import Flag from 'lucide-react-native/icons/flag';
import Check from 'lucide-react-native/icons/list-checks';
import Locate from 'lucide-react-native/icons/locate';
import Magnet from 'lucide-react-native/icons/magnet';
import Plus from 'lucide-react-native/icons/square-plus';
import Trash from 'lucide-react-native/icons/trash';
import { TextInput, View } from 'react-native';
import type { Mark } from '../../core/show';
import { removeMarks, setMark } from '../../core/show/edits';
import { chooseAll } from '../../session/bed/hands';
import { bringMarks } from '../../session/bed/marksIn';
import { markHere } from '../../session/bed/marking';
import { useOpenShow, useShown } from '../../session/open/store';
import { scrubTo, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { FileButton } from '../controls/FileButton';
import { Button, IconButton } from '../controls/Button';
import { ClickSwitch } from '../fit/ClickSwitch';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { openPanel } from '../panels/open';

const ALL = {
  pictures: 'details.allPictures',
  bed: 'details.allMusic',
  voice: 'details.allNarrations',
  balance: 'details.allMusic',
  finish: 'details.allPictures',
} as const;

/** What needs no choice: choosing all or several, marking moments, and whether edges snap. */
export function SheetPanel() {
  const face = useOpenShow((store) => store.face);
  const snap = useOpenShow((store) => store.snap);
  const marks = useShown((show) => show.marks) ?? [];
  const now = useTransport((state) => sayTime(state.now));
  const { setSnap, chooseSeveral } = useOpenShow.getState();
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap gap-1.5">
        <Button label={t(ALL[face])} icon={Check} onPress={chooseAll} tight className="grow" />
        <Button
          label={t('details.several')}
          hint={t('common.chooseSeveral')}
          icon={Plus}
          onPress={() => {
            chooseSeveral(true);
            openPanel(null);
          }}
          tight
          className="grow"
        />
        <Button
          label={t(snap ? 'sheet.snapIsOn' : 'sheet.snapIsOff')}
          icon={Magnet}
          chosen={snap}
          kind="quiet"
          onPress={() => setSnap(!snap)}
          tight
          className="grow"
        />
        <ClickSwitch />
        <FileButton
          label={t('details.bringMarks')}
          icon={FileDown}
          accept=".csv,.txt,.wav,.otio,text/csv,audio/wav"
          kind="quiet"
          onFiles={([file]) => (file ? void bringMarks(file) : undefined)}
        />
        <Button label={t('details.markAt', { now })} icon={Flag} kind="strong" onPress={markHere} tight className="grow" />
      </View>
      <Say look="small">{t(snap ? 'sheet.edgesSnapToWhatLies' : 'sheet.edgesGoExactlyWhereThey')}</Say>
      {marks.map((mark) => (
        <MarkRow key={mark.id} mark={mark} />
      ))}
    </View>
  );
}

/** A mark: going there, its name, taking it away. */
function MarkRow({ mark: { id, at, name } }: { readonly mark: Mark }) {
  const tokens = useTokens();
  const { edit } = useOpenShow.getState();
  const said = name || t('sheet.mark');
  const rename = (text: string) => (text.trim() === name ? undefined : edit(setMark, { id, name: text }));
  return (
    <View className="flex-row items-center gap-1">
      <IconButton label={t('details.goToMark', { name: said, at: sayTime(at) })} icon={Locate} onPress={() => scrubTo(at)} />
      <Say look="time" className="w-16">
        {sayTime(at)}
      </Say>
      <TextInput
        key={name}
        accessibilityLabel={t('details.nameOfMark', { at: sayTime(at) })}
        placeholder={t('sheet.mark')}
        placeholderTextColor={tokens['ink-2']}
        defaultValue={name}
        maxLength={60}
        onBlur={(event) => rename((event.target as unknown as HTMLInputElement).value)}
        onSubmitEditing={(event) => rename(event.nativeEvent.text)}
        className="h-touch min-w-0 flex-1 rounded-control border border-line bg-card px-3 font-text text-small text-ink"
      />
      <IconButton label={t('details.removeMark', { at: sayTime(at) })} icon={Trash} onPress={() => edit(removeMarks, { ids: [id] })} />
    </View>
  );
}
