import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';
import FolderOpen from 'lucide-react-native/icons/folder-open';
import { View } from 'react-native';

import { bringBack, forgetBringing, useBringing } from '../../session/missing';
import { FileButton } from '../controls/FileButton';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { MUSIC, PICTURES } from '../controls/accept';
import { sentenceOf } from '../words/failures';

/** Brings back what a show lost, or never had on this device: files are known by their bytes, whatever they are called. */
export function MissingFiles() {
  const show = useSaved(whole);
  const { busy, strange, failed } = useBringing();
  return (
    <View className="gap-2">
      {busy ? (
        <Progress
          label={busy.name === '' ? t('finish.bringingInMissing') : t('finish.bringingIn', { name: busy.name })}
          share={busy.share}
        />
      ) : (
        <FileButton
          label={t('finish.chooseTheFiles')}
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
          text={t('finish.noneOfTheMissingFiles', {
            names: strange
              .slice(0, 3)
              .map((name) => t('check.quoted', { name }))
              .join(', '),
            more: strange.length > 3 ? ' …' : '',
          })}
          onClose={forgetBringing}
        />
      ) : null}
    </View>
  );
}
