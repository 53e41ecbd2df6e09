import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';

/** An address that leads nowhere. */
export function LostScreen() {
  const router = useRouter();
  return (
    <View className="flex-1 items-start gap-4 bg-paper p-6">
      <Say look="title">There is nothing at this address</Say>
      <Say>Your shows are safe in the list.</Say>
      <Button label="To the list of shows" kind="strong" onPress={() => router.replace('/')} />
    </View>
  );
}
