import { Text, View } from 'react-native';

export default function Index() {
  return (
    <View className="flex-1 bg-paper p-4">
      <Text className="text-title text-rain">Rain Bed</Text>
    </View>
  );
}
