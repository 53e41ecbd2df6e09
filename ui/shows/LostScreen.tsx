import { t } from '../../words';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';

/** An address that leads nowhere. */
export function LostScreen() {
  const router = useRouter();
  return (
    <View role="main" className="flex-1 items-start gap-4 bg-paper p-6">
      <Say look="title" accessibilityRole="header" {...{ 'aria-level': 1 }}>
        {t('shows.thereIsNothingAtThis')}
      </Say>
      <Say>{t('shows.yourShowsAreSafeIn')}</Say>
      <Button label={t('common.toTheListOfShows')} kind="strong" onPress={() => router.replace('/')} />
    </View>
  );
}
