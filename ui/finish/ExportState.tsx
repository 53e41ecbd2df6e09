import { grouped, saySpan, t } from '../../words';
import Share from 'lucide-react-native/icons/share-2';
import { View } from 'react-native';
import { cancelExport, forgetExport, mayShare, shareFile, useExporting } from '../../session/finish/exporting';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { sentenceOf } from '../words/failures';
import { saySize } from '../words/files';

/** The file that is being made, or was; nothing while there is none. */
export function ExportState() {
  const { exporting } = useExporting();
  switch (exporting.status) {
    case 'idle':
      return null;
    case 'writing': {
      const { what, left } = exporting;
      const said = left === null ? what : t('finish.aboutLeft', { what, left: saySpan(Math.max(1, left)) });
      return <Progress label={said} share={exporting.share} onCancel={cancelExport} />;
    }
    case 'failed':
      return <Notice grave text={sentenceOf(exporting.failure)} onClose={forgetExport} />;
    case 'done': {
      const { name, bytes, clipped, unsound, file } = exporting;
      return (
        <View className="gap-2">
          <Notice
            text={t(clipped > 0 ? 'finish.isWrittenClipped' : 'finish.isWritten', {
              name,
              size: saySize(bytes),
              clipped: grouped(clipped),
            })}
            onClose={forgetExport}
          />
          {unsound > 0 ? <Notice grave text={t('finish.samplesWereNoNumbers', { count: unsound })} /> : null}
          {file && mayShare(file) ? (
            <Button label={t('finish.shareIt')} icon={Share} onPress={() => void shareFile(file)} className="self-start" />
          ) : null}
        </View>
      );
    }
  }
}
