import { t } from '../../words';
import Plus from 'lucide-react-native/icons/plus';
import CloudRain from 'lucide-react-native/icons/cloud-rain';
import SettingsIcon from 'lucide-react-native/icons/settings-2';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { failureOf } from '../../core/failure';
import type { Entry } from '../../session/shows/records';
import { useNewVersion, goToVersion } from '../../session/offline';
import { showSettings } from '../../session/settings';
import { useStaying } from '../../session/shows/staying';
import { layDemo, useSeeding } from '../../session/shows/seed';
import {
  useBin,
  useDeleteShow,
  useDiscardShow,
  useDuplicateShow,
  useRenameShow,
  useNewShow,
  useRestoreShow,
  useShowList,
} from '../../session/shows/useShows';
import { Button, IconButton } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { sentenceOf } from '../words/failures';
import { FileInButton, FileInState } from './FileIn';
import { SettingsPanel } from './SettingsPanel';
import { BrokenCard, ShowCard } from './ShowCard';

/** The list of shows: new, open, rename, copy, delete, bring back. */
export function ShowsScreen() {
  const router = useRouter();
  const tokens = useTokens();
  const stays = useStaying((state) => state.stays);
  const list = useShowList();
  const create = useNewShow();
  const remove = useDeleteShow();
  const restore = useRestoreShow();
  const discard = useDiscardShow();
  const rename = useRenameShow();
  const copy = useDuplicateShow();
  const [deleted, setDeleted] = useState<{ id: string; title: string } | null>(null);

  const open = (id: string) => router.push(`/show/${id}`);
  const failure = [list.error, create.error, remove.error, restore.error, discard.error, rename.error, copy.error].find(
    (error) => error !== null,
  );
  return (
    <ScrollView role="main" className="flex-1 bg-paper" contentContainerClassName="w-full max-w-[760px] self-center gap-4 p-4 pb-12">
      <View className="flex-row items-center gap-2 pt-2">
        <CloudRain size={28} color={tokens.rain} aria-hidden />
        <Say look="title" className="flex-1" accessibilityRole="header" {...{ 'aria-level': 1 }}>
          {t('common.rainBed')}
        </Say>
        <IconButton label={t('settings.settings')} icon={SettingsIcon} onPress={() => showSettings(true)} />
        <Button
          label={t('shows.newShow')}
          icon={Plus}
          kind="strong"
          onPress={() => create.mutate(t('shows.myShow'), { onSuccess: open })}
        />
      </View>
      <View className="flex-row items-center gap-2">
        <Say look="small" className="flex-1">
          {t('shows.musicUnderAShowOf')}
        </Say>
        <FileInButton />
      </View>
      <SettingsPanel />
      <NewVersion />
      {stays ? null : <Notice grave text={t('shows.nothingStays')} />}
      <FileInState />
      {failure ? <Notice grave text={sentenceOf(failureOf(failure))} /> : null}
      {deleted ? (
        <Notice
          text={t('shows.isDeleted', { title: deleted.title })}
          action={{ label: t('shows.undo'), run: () => restore.mutate(deleted.id, { onSuccess: () => setDeleted(null) }) }}
          onClose={() => setDeleted(null)}
        />
      ) : null}
      <Seeding entries={list.data ?? null} />
      {list.data?.length === 0 ? <Say className="py-6 text-center">{t('shows.noShowsYetStartOne')}</Say> : null}
      {list.data?.map((entry) => {
        const moveToBin = () =>
          remove.mutate(entry.id, {
            onSuccess: () => setDeleted({ id: entry.id, title: entry.kind === 'valid' ? entry.title : t('shows.damagedShow') }),
          });
        return entry.kind === 'valid' ? (
          <ShowCard
            key={entry.id}
            entry={entry}
            onOpen={() => open(entry.id)}
            onRename={(title) => rename.mutate({ id: entry.id, title })}
            onCopy={(title) => copy.mutate({ id: entry.id, title })}
            onDelete={moveToBin}
          />
        ) : (
          <BrokenCard key={entry.id} entry={entry} onDelete={moveToBin} />
        );
      })}
      {list.data && list.data.length > 0 ? <OtherDemo entries={list.data} /> : null}
      <Bin onRestore={(id) => restore.mutate(id)} onDiscard={(id) => discard.mutate(id)} />
    </ScrollView>
  );
}

/** A new version of the application waits until it is wanted; it is offered here alone, where no show is open. */
function NewVersion() {
  const waiting = useNewVersion((state) => state.waiting);
  const [others, setOthers] = useState(false);
  if (!waiting) return null;
  const run = () => void goToVersion(waiting).then((went) => setOthers(!went));
  return (
    <Notice
      text={others ? t('shows.closeOtherWindows') : t('shows.aNewVersionWaits')}
      action={{ label: t('shows.useTheNewVersion'), run }}
    />
  );
}

/** The demo show while it is being laid out, and the way back to it where it is missing. */
function Seeding({ entries }: { readonly entries: readonly Entry[] | null }) {
  const { seeding } = useSeeding();
  if (seeding.status === 'running') return <Progress label={t('shows.layingOutTheDemoShow')} share={seeding.share} />;
  if (seeding.status === 'failed') {
    return <Notice grave text={sentenceOf(seeding.failure)} action={{ label: t('common.tryAgain'), run: () => void layDemo() }} />;
  }
  if (entries?.length === 0) return <Button label={t('shows.layOutTheDemoShow')} onPress={() => void layDemo()} className="self-center" />;
  return null;
}

/** The demo show of sound alone: laid out when somebody asks for it. */
function OtherDemo({ entries }: { readonly entries: readonly Entry[] }) {
  const { seeding } = useSeeding();
  const there = entries.some((entry) => entry.kind === 'valid' && entry.alone);
  if (there || seeding.status !== 'idle') return null;
  return <Button label={t('shows.layOutTheRadioShow')} kind="quiet" onPress={() => void layDemo('radio')} className="self-center" />;
}

function Bin({ onRestore, onDiscard }: { readonly onRestore: (id: string) => void; readonly onDiscard: (id: string) => void }) {
  const { data = [] } = useBin();
  const [open, setOpen] = useState(false);
  if (data.length === 0) return null;
  return (
    <View className="gap-2">
      <Button label={t('shows.deletedShows', { count: data.length })} kind="quiet" onPress={() => setOpen(!open)} className="self-start" />
      {open
        ? data.map((entry) => (
            <View key={entry.id} className="flex-row items-center gap-2 rounded-control border border-line bg-card p-2 pl-3">
              <Say className="flex-1" numberOfLines={1}>
                {entry.kind === 'valid' ? entry.title : t('shows.damagedShow')}
              </Say>
              <Button label={t('shows.bringBack')} onPress={() => onRestore(entry.id)} />
              <Button label={t('shows.deleteForGood')} kind="danger" onPress={() => onDiscard(entry.id)} />
            </View>
          ))
        : null}
    </View>
  );
}
