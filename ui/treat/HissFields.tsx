import { View } from 'react-native';
import { soundSeconds, sourceMoment, type TreatmentOf } from '../../core/show';
import type { Treated } from '../../core/show/edits';
import { treatedPart } from '../../session/balance/comparing';
import { useSaved, whole } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { t } from '../../words';
import { Button } from '../controls/Button';
import { Switch } from '../controls/Switch';

/** A stretch that is shown lasts so long from the now line on, seconds. */
const SHOWN = 0.8;

interface Props {
  readonly of: Treated;
  readonly treatment: TreatmentOf<'hiss'>;
  readonly onSet: (next: TreatmentOf<'hiss'>) => void;
}

/** Where the noise is learned, and what is taken away to be heard. */
export function HissFields({ of, treatment, onSet }: Props) {
  const show = useSaved(whole);
  const now = useTransport((state) => state.now);
  const part = treatedPart(show, of);
  const here = part && stretchAt(now);
  /** The stretch of the recording that is heard from the now line on. */
  function stretchAt(moment: number) {
    let at = part!.at;
    for (const span of part!.spans) {
      const length = span.to - span.from;
      if (moment >= at && moment < at + length) {
        const last = Math.min(soundSeconds(show, part!), span.from + moment - at + SHOWN);
        // Backwards the recording runs the other way.
        const ends = [span.from + moment - at, last].map((one) => sourceMoment(show, part!, one));
        return { from: Math.max(0, Math.min(...ends)), to: Math.max(...ends) };
      }
      at += length;
    }
    return null;
  }
  const { kind, on, amount, learn, taken } = treatment;
  const set = (next: { learn?: TreatmentOf<'hiss'>['learn']; taken?: true | undefined }) =>
    onSet({ kind, on, amount, ...(next.learn ? { learn: next.learn } : {}), ...(next.taken ? { taken: true } : {}) });
  return (
    <View className="flex-row flex-wrap gap-1.5">
      <Switch label={t('treat.hearTaken')} on={taken === true} onChange={(hear) => set({ learn, taken: hear ? true : undefined })} />
      {part ? (
        <Button
          label={t('treat.learnHere')}
          hint={t('treat.learnHereHint')}
          kind="quiet"
          tight
          disabled={!here || here.to - here.from < 0.1}
          onPress={() => (here ? set({ learn: here, taken }) : undefined)}
        />
      ) : null}
      {learn ? <Button label={t('treat.byItself')} kind="quiet" tight onPress={() => set({ taken })} /> : null}
    </View>
  );
}
