import { t } from '../../words';
import FolderOpen from 'lucide-react-native/icons/folder-open';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { cancelFileIn, forgetFileIn, layDown, openFile, useFileIn } from '../../session/showFile/fileIn';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { sayLeftOut } from '../words/check';
import { sentenceOf } from '../words/failures';

/** Opens a show that was saved as a file, or a timeline. */
export function FileInButton() {
  const busy = useFileIn(({ fileIn }) => fileIn.status === 'reading');
  return (
    <FileButton
      label={t('shows.openAFile')}
      icon={FolderOpen}
      accept=".zip,.otio,.json,application/zip,application/json"
      kind="quiet"
      disabled={busy}
      onFiles={([file]) => (file ? void openFile(file) : undefined)}
    />
  );
}

/** How far it has come, what has to be asked, and what came of it. */
export function FileInState() {
  const { fileIn } = useFileIn();
  const router = useRouter();
  switch (fileIn.status) {
    case 'idle':
      return null;
    case 'reading':
      return <Progress label={t('shows.opening', { name: fileIn.name })} share={fileIn.share} onCancel={cancelFileIn} />;
    case 'failed':
      return <Notice grave text={sentenceOf(fileIn.failure)} onClose={forgetFileIn} />;
    case 'asking':
      return (
        <View accessibilityRole="alert" className="gap-2 rounded-control border border-line bg-card p-3">
          <Say>{t('shows.isHereAlreadyNothingWas', { title: fileIn.title })}</Say>
          <View className="flex-row flex-wrap gap-2">
            <Button label={t('shows.openAsACopy')} kind="strong" onPress={() => void layDown('copy')} />
            <Button
              label={t('shows.putItInItsPlace')}
              kind="quiet"
              hint={t('shows.putItInThePlace')}
              onPress={() => void layDown('replace')}
            />
            <Button label={t('common.leaveIt')} kind="quiet" onPress={forgetFileIn} />
          </View>
          <Say look="small">{t('shows.inItsPlaceTheShow')}</Say>
        </View>
      );
    case 'done': {
      const left = sayLeftOut(fileIn.leftOut);
      const missing = fileIn.missing === 0 ? '' : ` ${t('shows.filesAway', { count: fileIn.missing })}`;
      return (
        <Notice
          text={[t('shows.isOpened', { title: fileIn.title, missing }), ...left].join(' ')}
          action={{
            label: t('shows.showIt'),
            run: () => {
              forgetFileIn();
              router.push(`/show/${fileIn.id}`);
            },
          }}
          onClose={forgetFileIn}
        />
      );
    }
  }
}
