import FolderOpen from 'lucide-react-native/icons/folder-open';
import { View } from 'react-native';
import type { Show } from '../../core/show';
import { bringBack, forgetBringing, useBringing } from '../../session/missing';
import { FileButton } from '../controls/FileButton';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { MUSIC, PICTURES } from '../controls/accept';
import { sentenceOf } from '../words/failures';

/** Brings back what a show lost, or never had on this device: files are known by their bytes, whatever they are called. */
export function MissingFiles({ show }: { readonly show: Show }) {
  const { busy, strange, failed } = useBringing();
  return (
    <View className="gap-2">
      {busy ? (
        <Progress label={`Bringing in ${busy.name === '' ? 'what is missing' : `“${busy.name}”`}`} share={busy.share} />
      ) : (
        <FileButton
          label="Choose the files"
          icon={FolderOpen}
          accept={`${PICTURES},${MUSIC}`}
          many
          kind="strong"
          onFiles={(files) => void bringBack(show, files)}
        />
      )}
      {failed.map((failure, index) => (
        <Notice key={index} grave text={sentenceOf(failure)} onClose={forgetBringing} />
      ))}
      {strange.length > 0 ? (
        <Notice
          text={`${strange
            .slice(0, 3)
            .map((name) => `“${name}”`)
            .join(
              ', ',
            )}${strange.length > 3 ? ' …' : ''}: none of the missing files. It has to be the very same file, not a copy that was saved anew.`}
          onClose={forgetBringing}
        />
      ) : null}
    </View>
  );
}
