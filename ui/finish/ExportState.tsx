import Share from 'lucide-react-native/icons/share-2';
import { View } from 'react-native';
import { saySpan } from '../../core/units';
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
      const left = exporting.left === null ? '' : `, about ${saySpan(Math.max(1, exporting.left))} left,`;
      return <Progress label={`${exporting.what}${left}`} share={exporting.share} onCancel={cancelExport} />;
    }
    case 'failed':
      return <Notice grave text={sentenceOf(exporting.failure)} onClose={forgetExport} />;
    case 'done': {
      const { name, bytes, clipped, file } = exporting;
      return (
        <View className="gap-2">
          <Notice
            text={`“${name}” is written, ${saySize(bytes)}.${clipped > 0 ? ` ${clipped.toLocaleString('en')} samples were above full scale.` : ''}`}
            onClose={forgetExport}
          />
          {file && mayShare(file) ? (
            <Button label="Share it" icon={Share} onPress={() => void shareFile(file)} className="self-start" />
          ) : null}
        </View>
      );
    }
  }
}
