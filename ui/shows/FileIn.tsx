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
      label="Open a file"
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
      return <Progress label={`Opening “${fileIn.name}”`} share={fileIn.share} onCancel={cancelFileIn} />;
    case 'failed':
      return <Notice grave text={sentenceOf(fileIn.failure)} onClose={forgetFileIn} />;
    case 'asking':
      return (
        <View accessibilityRole="alert" className="gap-2 rounded-control border border-line bg-card p-3">
          <Say>“{fileIn.title}” is here already. Nothing was changed yet.</Say>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Open as a copy" kind="strong" onPress={() => void layDown('copy')} />
            <Button
              label="Put it in its place"
              kind="quiet"
              hint="Put it in the place of the show that is here; undo brings that one back"
              onPress={() => void layDown('replace')}
            />
            <Button label="Leave it" kind="quiet" onPress={forgetFileIn} />
          </View>
          <Say look="small">In its place: the show that is here can be brought back with undo.</Say>
        </View>
      );
    case 'done': {
      const left = sayLeftOut(fileIn.leftOut);
      const missing =
        fileIn.missing === 0
          ? ''
          : ` ${fileIn.missing === 1 ? 'One file is' : `${fileIn.missing} files are`} not on this device: choose them on its Finish face.`;
      return (
        <Notice
          text={[`“${fileIn.title}” is opened.${missing}`, ...left].join(' ')}
          action={{
            label: 'Show it',
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
