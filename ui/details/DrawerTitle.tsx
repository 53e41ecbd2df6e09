import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { useOpenShow } from '../../session/open/store';
import { IconButton } from '../controls/Button';
import { Say } from '../controls/Say';

/** What is chosen, and letting go of it. */
export function DrawerTitle({ title, said }: { readonly title: string; readonly said: string }) {
  return (
    <View className="flex-row items-center gap-2">
      <Say look="strong" numberOfLines={1} className="shrink">
        {title}
      </Say>
      <Say look="small" numberOfLines={1} className="flex-1">
        {said}
      </Say>
      <IconButton label="Close the drawer" icon={X} onPress={() => useOpenShow.getState().choose(null)} />
    </View>
  );
}
