import { t } from '../../words';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { FACES } from '../../session/faces';
import { useOpenShow } from '../../session/open/store';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { FACE_WORDS } from './faceWords';

/** The faces of the sheet: in thumb reach below on a phone, in the header on a wide screen. */
export const FaceTabs = memo(function FaceTabs({ wide }: { readonly wide: boolean }) {
  const tokens = useTokens();
  const face = useOpenShow((store) => store.face);
  const { setFace } = useOpenShow.getState();
  return (
    <View
      accessibilityRole="tablist"
      accessibilityLabel={t('faces.faces')}
      className={wide ? 'flex-row gap-1' : 'flex-row gap-1 border-t border-line bg-paper px-2 py-1.5'}
    >
      {FACES.map((one) => {
        const { title, icon: Icon } = FACE_WORDS[one];
        const here = one === face;
        return (
          <Pressable
            key={one}
            accessibilityRole="tab"
            accessibilityState={{ selected: here }}
            aria-selected={here}
            accessibilityLabel={t(title)}
            onPress={() => setFace(one)}
            className={`items-center justify-center rounded-control ${wide ? 'min-h-touch flex-row gap-2 px-5' : 'min-h-touch flex-1 gap-0.5 py-1'} ${here ? 'bg-rain-soft' : 'active:bg-rain-mist'}`}
          >
            <Icon size={20} strokeWidth={2} color={here ? tokens.rain : tokens['ink-2']} aria-hidden />
            <Say look={here ? 'label' : 'small'} className={here ? 'text-rain' : ''}>
              {t(title)}
            </Say>
          </Pressable>
        );
      })}
    </View>
  );
});
