import { toggleClicks } from '../../session/fit/clicking';
import { useClicking } from '../../session/sound/clicking';
import { t } from '../../words';
import { Switch } from '../controls/Switch';

/** A click on every beat while one listens. @param onChanged called when it was switched. */
export function ClickSwitch({ onChanged }: { readonly onChanged?: () => void }) {
  const on = useClicking(({ find }) => find !== null);
  return (
    <Switch
      label={t('bed.clicks')}
      hint={t('bed.clicksHint')}
      on={on}
      onChange={() => {
        void toggleClicks();
        onChanged?.();
      }}
    />
  );
}
