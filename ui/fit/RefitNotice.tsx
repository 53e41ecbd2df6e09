import { sayTime, t } from '../../words';
import { View } from 'react-native';
import { showSeconds } from '../../core/show';
import { refitDue, setRefit } from '../../core/show/edits';
import { refit } from '../../session/fit/fitting';
import { useOpenShow, useSaved } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';

/** Says that a part was fitted to a show that has another length by now, and fits it anew in one tap. */
export function RefitNotice() {
  const part = useSaved((show) => show.parts.find((one) => refitDue(show, one) !== null));
  const title = useSaved((show) => (part ? show.media[part.media]!.title : ''));
  const length = useSaved(showSeconds);
  const moving = useOpenShow((store) => store.preview !== null);
  if (!part || moving || part.fit!.self) return null;
  return (
    <View accessibilityRole="alert" className="flex-row flex-wrap items-center gap-2 border-t border-line bg-ochre-soft px-4 py-1.5">
      <Say look="small" className="min-w-[9.5rem] flex-1 text-ink">
        {t('fit.wasFittedToTheShow', {
          title,
          at: sayTime(part.at + part.fit!.made),
          length: sayTime(length),
        })}
      </Say>
      <View className="flex-row gap-1.5">
        <Button label={t('fit.fitAnew')} kind="strong" onPress={() => void refit(part.id)} tight />
        <Button
          label={t('fit.byItself')}
          hint={t('fit.fitItAnewByItself')}
          onPress={() => useOpenShow.getState().edit(setRefit, { id: part.id, self: true })}
          tight
        />
      </View>
    </View>
  );
}
