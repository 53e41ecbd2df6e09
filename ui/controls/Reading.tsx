import { View } from 'react-native';
import { Say } from './Say';

/** One measured number with its name; red where it warns. */
export function Reading({ title, value, red = false }: { readonly title: string; readonly value: string; readonly red?: boolean }) {
  return (
    <View className="flex-1 gap-0.5 rounded-control border border-line bg-card px-2.5 py-2">
      <Say look="small">{title}</Say>
      <Say look="strong" className={red ? 'text-red' : ''} numberOfLines={1}>
        {value}
      </Say>
    </View>
  );
}
