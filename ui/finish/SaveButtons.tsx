import { t } from '../../words';
import Download from 'lucide-react-native/icons/download';
import { View } from 'react-native';
import { mayPick, useExporting } from '../../session/finish/exporting';
import { Button } from '../controls/Button';

interface Props {
  readonly label: string;
  readonly disabled?: boolean;
  /** With `pick` the person chooses where the file goes. */
  readonly onSave: (pick: boolean) => void;
}

/** Saving a file: as a download, or where the person chooses, written as it comes. */
export function SaveButtons({ label, disabled = false, onSave }: Props) {
  const busy = useExporting(({ exporting }) => exporting.status === 'writing');
  return (
    <View className="gap-2">
      <Button label={label} icon={Download} kind="strong" disabled={disabled || busy} onPress={() => onSave(false)} />
      {mayPick() ? (
        <Button label={t('finish.chooseWhereToSaveIt')} kind="quiet" disabled={disabled || busy} onPress={() => onSave(true)} />
      ) : null}
    </View>
  );
}
