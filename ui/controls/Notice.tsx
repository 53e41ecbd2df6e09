import { t } from '../../words';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { Button, IconButton } from './Button';
import { Say } from './Say';

interface Props {
  readonly text: string;
  /** Whether it tells of something that went wrong. */
  readonly grave?: boolean;
  readonly action?: { readonly label: string; readonly run: () => void } | undefined;
  readonly onClose?: () => void;
}

/** A sentence about what happened, with what can be done about it. */
export function Notice({ text, grave = false, action, onClose }: Props) {
  return (
    <View
      accessibilityRole="alert"
      className={`flex-row items-center gap-2 rounded-control border p-2 pl-3 ${grave ? 'border-brick bg-brick-soft' : 'border-line bg-card'}`}
    >
      <Say look="small" className="flex-1 text-ink">
        {text}
      </Say>
      {action ? <Button label={action.label} onPress={action.run} /> : null}
      {onClose ? <IconButton label={t('controls.closeThisMessage')} icon={X} onPress={onClose} /> : null}
    </View>
  );
}
