import { t } from '../../words';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Camera from 'lucide-react-native/icons/camera';
import Copy from 'lucide-react-native/icons/copy';
import Film from 'lucide-react-native/icons/film';
import Gauge from 'lucide-react-native/icons/gauge';
import Replace from 'lucide-react-native/icons/replace';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import type { Picture } from '../../core/show';
import { duplicatePictures, movePictures, removePictures } from '../../core/show/edits';
import { newId } from '../../session/ids';
import { replaceFile } from '../../session/library';
import { useOpenShow, useShown } from '../../session/open/store';
import { stillFrom } from '../../session/pictures/stills';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { countEntry } from '../controls/timeEntry';
import { FileButton } from '../controls/FileButton';
import { PICTURES } from '../controls/accept';
import { useWide } from '../theme/useRoom';
import { openPanel } from '../panels/open';

/** What can be done to the chosen pictures in one tap. */
export function PictureActions({ pictures }: { readonly pictures: readonly Picture[] }) {
  const all = useShown((show) => show.pictures);
  const { edit } = useOpenShow.getState();
  // A phone's drawer has it in its title row.
  const wide = useWide();
  const ids = all.filter((one) => pictures.some(({ id }) => id === one.id)).map((one) => one.id);
  const first = all.findIndex((one) => one.id === ids[0]);
  const last = all.findIndex((one) => one.id === ids.at(-1));
  const lone = pictures.length === 1 ? pictures[0]! : null;
  return (
    <View className="flex-row flex-wrap gap-2">
      {lone ? (
        <View className="w-full">
          <NumberField
            {...countEntry}
            label={t('pictures.place')}
            value={first + 1}
            least={1}
            most={all.length}
            note={t('pictures.ofAll', { all: all.length })}
            onChange={(place) => edit(movePictures, { ids, index: place - 1 })}
          />
        </View>
      ) : null}
      {lone?.kind === 'clip' ? (
        <>
          <Button label={t('common.trimOnTheFilm')} icon={Film} onPress={() => openPanel({ name: 'trim', clip: lone.id })} />
          <Button label={t('tool.speed')} icon={Gauge} onPress={() => openPanel({ name: 'speed', clip: lone.id })} />
          <Button label={t('pictures.stillFromHere')} icon={Camera} onPress={() => void stillFrom(lone.id)} />
        </>
      ) : null}
      <Button
        label={t('common.earlier')}
        icon={ArrowUp}
        kind="moss"
        disabled={first === 0}
        onPress={() => edit(movePictures, { ids, index: first - 1 })}
      />
      <Button
        label={t('common.later')}
        icon={ArrowDown}
        kind="moss"
        disabled={last === all.length - 1}
        onPress={() => edit(movePictures, { ids, index: last + 2 - ids.length })}
      />
      <Button
        label={t('pictures.duplicate')}
        icon={Copy}
        kind="moss"
        onPress={() => edit(duplicatePictures, { ids, copies: ids.map(() => newId()) })}
      />
      {lone && lone.kind !== 'card' ? (
        <FileButton
          label={t('pictures.replaceTheFile')}
          icon={Replace}
          accept={PICTURES}
          kind="moss"
          onFiles={([file]) => (file ? void replaceFile(lone.id, file) : undefined)}
        />
      ) : null}
      {wide ? <Button label={t('common.remove')} icon={Trash} kind="danger" onPress={() => edit(removePictures, { ids })} /> : null}
    </View>
  );
}
