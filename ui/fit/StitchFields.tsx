import { sayTime, t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { joinsOf, LIMITS, type Part } from '../../core/show';
import { setJoin } from '../../core/show/edits';
import { touch, useTouched } from '../../session/fit/fitting';
import { changeStitchOf } from '../../session/fit/stitches';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { shiftEntry, spanEntry } from '../controls/timeEntry';
import { openPanel } from '../panels/open';

const AROUND = 1;

/** The stitches of a fitted part, one by one: heard, moved to the next-best place, taken away, crossfaded longer. */
export function StitchFields({ part }: { readonly part: Part }) {
  const show = useSaved(whole);
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const [busy, setBusy] = useState(false);
  const joins = joinsOf(show, part).filter((one) => one.index !== null);
  const run = (work: Promise<boolean>) => {
    setBusy(true);
    void work.finally(() => setBusy(false));
  };
  const { touched } = useTouched();
  if (joins.length === 0) return <Say look="small">{t('fit.thisFitHasNoStitches')}</Say>;
  const only = touched && 'stitch' in touched && touched.stitch < joins.length ? touched.stitch : null;
  return (
    <View className="gap-2">
      {joins.map((join, index) => {
        if (only !== null && only !== index) return null;
        const name = `stitch ${index + 1} of ${part.id}`;
        const span = part.spans[join.index!]!;
        return (
          <View key={index} className="gap-1 border-b border-line pb-2">
            <Say look="label">{t('fit.stitchAt', { number: index + 1, at: sayTime(join.at) })}</Say>
            <View className="flex-row flex-wrap gap-1.5">
              <Button
                label={playing === name ? t('common.stop') : t('fit.hear')}
                hint={t('fit.hearStitchAgain', { number: index + 1 })}
                onPress={() => toggleStretch(name, show, join.at - AROUND, join.at + AROUND)}
                tight
              />
              {part.fit?.way === 'weave' ? (
                <>
                  <Button
                    label={t('fit.nextBest')}
                    hint={t('fit.moveStitchToItsNext', { number: index + 1 })}
                    disabled={busy}
                    onPress={() => run(changeStitchOf(part.id, index, 'next'))}
                    tight
                  />
                  <Button
                    label={t('fit.takeAway')}
                    hint={t('fit.takeStitchAway', { number: index + 1 })}
                    disabled={busy}
                    onPress={() => run(changeStitchOf(part.id, index, 'away'))}
                    tight
                  />
                </>
              ) : null}
              <Button
                label={t('fit.lineUp')}
                hint={t('fit.lineUpStitch', { number: index + 1 })}
                onPress={() => openPanel({ name: 'join', join })}
                tight
              />
            </View>
            <NumberField
              {...spanEntry}
              label={t('fit.crossfadeOfStitch', { number: index + 1 })}
              value={span.join}
              least={LIMITS.join.least}
              most={2}
              step={0.02}
              say={(value) => `${Math.round(value * 1000)} ms`}
              parse={(text) => {
                const value = Number(text.replace(/[^\d.,]/g, '').replace(',', '.'));
                return Number.isFinite(value) && text.trim() !== '' ? value / 1000 : null;
              }}
              onChange={(seconds) => useOpenShow.getState().edit(setJoin, { id: part.id, index: join.index!, seconds })}
            />
            {part.fit?.way === 'weave' ? (
              <NumberField
                {...shiftEntry}
                label={t('fit.moveStitchBy', { number: index + 1 })}
                value={0}
                least={-60}
                most={60}
                step={0.5}
                disabled={busy}
                onChange={(by) => run(changeStitchOf(part.id, index, { by }))}
              />
            ) : null}
          </View>
        );
      })}
      {only !== null && joins.length > 1 ? (
        <Button label={t('fit.allStitches', { count: joins.length })} kind="quiet" onPress={() => touch(null)} tight />
      ) : null}
    </View>
  );
}
