import { sayTime, t } from '../../words';
import Copy from 'lucide-react-native/icons/copy';
import Download from 'lucide-react-native/icons/download';
import Pencil from 'lucide-react-native/icons/pencil';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import { LIMITS } from '../../core/show';
import { download } from '../../session/download';
import { rawRecord, type Entry } from '../../session/shows/records';
import { usePictureUrl } from '../../session/sound/useMedia';
import { Button, IconButton } from '../controls/Button';
import { Say } from '../controls/Say';
import { sentenceOf } from '../words/failures';

type ValidEntry = Extract<Entry, { kind: 'valid' }>;
type Broken = Extract<Entry, { kind: 'broken' }>;

interface Props {
  readonly entry: ValidEntry;
  readonly onOpen: () => void;
  readonly onRename: (title: string) => void;
  readonly onCopy: (title: string) => void;
  readonly onDelete: () => void;
}

export function ShowCard({ entry, onOpen, onRename, onCopy, onDelete }: Props) {
  const [renaming, setRenaming] = useState(false);
  const { data: cover } = usePictureUrl(entry.cover, 'thumb');
  const facts =
    entry.pictures === 0 ? t('shows.noPicturesYet') : `${t('pictures.pictures', { count: entry.pictures })} · ${sayTime(entry.seconds)}`;
  return (
    <View className="rounded-control border border-line bg-card p-2">
      {renaming ? (
        <View className="flex-row items-center gap-2">
          <Rename entry={entry} onRename={onRename} onDone={() => setRenaming(false)} />
        </View>
      ) : (
        <View className="flex-row flex-wrap items-center justify-end">
          <View className="min-h-touch min-w-[15rem] flex-1 flex-row items-center gap-3">
            <View className="h-16 w-24 overflow-hidden rounded-part bg-moss-soft">
              {cover ? <img src={cover} alt="" style={{ width: '100%', height: '100%', objectFit: 'cover' }} /> : null}
            </View>
            <View className="min-w-0 flex-1">
              <Say look="strong" numberOfLines={2}>
                {entry.title}
              </Say>
              <Say look="small">{facts}</Say>
            </View>
            {/* Over all of it: what the card tells of the show is no part of what opening it is called. */}
            <Pressable
              accessibilityRole="button"
              accessibilityLabel={t('shows.open', { title: entry.title })}
              onPress={onOpen}
              className="absolute inset-0 rounded-control active:bg-rain-mist active:opacity-40"
            />
          </View>
          <View className="flex-row">
            <IconButton label={t('shows.rename', { title: entry.title })} icon={Pencil} onPress={() => setRenaming(true)} />
            <IconButton
              label={t('shows.makeACopyOf', { title: entry.title })}
              icon={Copy}
              onPress={() => onCopy(t('common.copy', { title: entry.title.slice(0, LIMITS.titleLength - 7) }))}
            />
            <IconButton label={t('shows.delete', { title: entry.title })} icon={Trash} tone="red" onPress={onDelete} />
          </View>
        </View>
      )}
    </View>
  );
}

function Rename({ entry, onRename, onDone }: Pick<Props, 'entry' | 'onRename'> & { readonly onDone: () => void }) {
  const [title, setTitle] = useState(entry.title);
  const commit = () => {
    if (title.trim() !== '' && title.trim() !== entry.title) onRename(title);
    onDone();
  };
  return (
    <>
      <TextInput
        accessibilityLabel={t('shows.titleOfTheShow')}
        autoFocus
        selectTextOnFocus
        maxLength={LIMITS.titleLength}
        value={title}
        onChangeText={setTitle}
        onSubmitEditing={commit}
        onKeyPress={(event) => {
          if (event.nativeEvent.key === 'Escape') onDone();
        }}
        className="h-touch min-w-0 flex-1 rounded-control border border-line bg-paper px-3 font-text text-body text-ink"
      />
      <Button label={t('shows.keep')} kind="strong" onPress={commit} />
    </>
  );
}

/** A show that cannot be opened: said, kept, and the others not touched. */
export function BrokenCard({ entry, onDelete }: { readonly entry: Broken; readonly onDelete: () => void }) {
  const save = async () => download(new Blob([await rawRecord(entry.id)], { type: 'application/json' }), `damaged-show-${entry.id}.json`);
  return (
    <View className="gap-2 rounded-control border border-brick bg-brick-soft p-3">
      <Say look="strong">{entry.failure.code === 'show.newer' ? t('shows.aShowFromANewer') : t('shows.aDamagedShow')}</Say>
      <Say look="small" className="text-ink">
        {sentenceOf(entry.failure)}
      </Say>
      <View className="flex-row gap-2">
        <Button label={t('shows.saveItsData')} icon={Download} kind="quiet" onPress={() => void save()} />
        <Button label={t('shows.deleteIt')} icon={Trash} kind="danger" onPress={onDelete} />
      </View>
    </View>
  );
}
