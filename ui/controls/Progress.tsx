import { t } from '../../words';
import { View } from 'react-native';
import { Button } from './Button';
import { Say } from './Say';

interface Props {
  readonly label: string;
  /** [0, 1]. */
  readonly share: number;
  readonly onCancel?: () => void;
}

/** Work under way: what, how far, and how to stop it. */
export function Progress({ label, share, onCancel }: Props) {
  const percent = Math.round(share * 100);
  return (
    <View className="flex-row items-center gap-3">
      <View className="flex-1 gap-1">
        <Say look="small" className="text-ink" numberOfLines={1}>
          {label}
          {percent}%
        </Say>
        <View
          accessibilityRole="progressbar"
          accessibilityLabel={label}
          aria-valuenow={percent}
          aria-valuemin={0}
          aria-valuemax={100}
          className="h-2 overflow-hidden rounded-full bg-rain-soft"
        >
          <View className="h-2 rounded-full bg-rain" style={{ width: `${percent}%` }} />
        </View>
      </View>
      {onCancel ? <Button label={t('common.stop')} kind="quiet" onPress={onCancel} /> : null}
    </View>
  );
}
