import { useLocalSearchParams } from 'expo-router';
import { ShowScreen } from '../../ui/show/ShowScreen';

export default function ShowRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ShowScreen id={id} />;
}
