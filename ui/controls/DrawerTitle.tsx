import { t } from '../../words';
import Trash from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { IconButton } from './Button';
import { Say } from './Say';

interface Props {
  readonly title: string;
  readonly said: string;
  readonly onRemove?: () => void;
  readonly onClose: () => void;
}

/** What is chosen, taking it out, and letting go of it. */
export function DrawerTitle({ title, said, onRemove, onClose }: Props) {
  return (
    <View className="flex-row items-center gap-2">
      <View className="flex-1">
        <Say look="strong" numberOfLines={1}>
          {title}
        </Say>
        <Say look="small" numberOfLines={1}>
          {said}
        </Say>
      </View>
      {onRemove ? <IconButton label={t('common.remove')} icon={Trash} tone="red" onPress={onRemove} /> : null}
      <IconButton label={t('controls.closeTheDrawer')} icon={X} onPress={onClose} />
    </View>
  );
}
