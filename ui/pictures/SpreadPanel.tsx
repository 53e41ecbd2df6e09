import { sayTime, t, list, signed } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, compareLengths, showSeconds, spreadRange } from '../../core/show';
import { spreadPictures, timed } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { ontoBeats } from '../../session/fit/ontoBeats';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';

/** Gives the pictures new times, so that the show lasts as long as the bed or as long as somebody wants. */
export function SpreadPanel({ onDone }: { readonly onDone: () => void }) {
  const show = useSaved(whole);
  const { bed } = compareLengths(show);
  const now = showSeconds(show);
  const [wanted, setWanted] = useState(bed > 0 ? bed : now);
  const [keepChosen, setKeepChosen] = useState(true);
  const chosen = useOpenShow((store) => store.chosen);
  const ids = chosen?.kind === 'pictures' ? chosen.ids : [];
  const keep = keepChosen ? ids : [];
  const range = spreadRange(timed(show, keep));
  const clips = show.pictures.filter((one) => one.kind === 'clip').length;
  const free = timed(show, keep).filter((one) => !one.fixed).length;
  const within = wanted >= range.least - 1e-9 && wanted <= range.most + 1e-9 && free > 0;
  const kept = [
    ...(clips > 0 ? [t('pictures.clips', { count: clips })] : []),
    ...(keep.length > 0 ? [t('pictures.chosen', { count: keep.length })] : []),
  ];
  return (
    <View className="gap-3">
      <Say look="small">
        {kept.length > 0
          ? t('pictures.spreadKeeping', { now: sayTime(now), kept: list(kept) })
          : t('pictures.spreadAll', { now: sayTime(now) })}
      </Say>
      {bed > 0 ? (
        <View className="flex-row">
          <Button
            label={t('pictures.asLongAsTheBed', { bed: sayTime(bed) })}
            chosen={Math.abs(wanted - bed) < 1e-6}
            onPress={() => setWanted(bed)}
          />
        </View>
      ) : null}
      <NumberField
        label={t('pictures.theShowLasts')}
        value={wanted}
        least={LIMITS.hold.least}
        most={LIMITS.showSeconds}
        step={1}
        parse={parseTime}
        say={(value) => sayTime(value, 3)}
        onChange={setWanted}
        note={Math.abs(wanted - now) < 5e-4 ? t('common.asItIs') : `${signed(wanted - now, 1)} s`}
      />
      {ids.length > 0 ? (
        <View className="flex-row">
          <Button
            label={keepChosen ? t('pictures.chosenPicturesKeepTheirTime') : t('pictures.chosenPicturesChangeToo')}
            kind="quiet"
            chosen={keepChosen}
            onPress={() => setKeepChosen(!keepChosen)}
          />
        </View>
      ) : null}
      {within ? null : (
        <Say look="small" className="text-red" accessibilityRole="alert">
          {free === 0
            ? t('pictures.nothingIsLeftThatCould')
            : t('pictures.withThesePicturesTheShow', { least: sayTime(range.least), most: sayTime(range.most) })}
        </Say>
      )}
      {bed > 0 ? (
        <View className="gap-1.5">
          <Say look="small">{t('pictures.orMoveEachChangeOf')}</Say>
          <View className="flex-row gap-2">
            <Button label={t('pictures.ontoTheBars')} onPress={() => void ontoBeats(true, keep).then(onDone)} className="flex-1" />
            <Button label={t('pictures.ontoTheBeats')} onPress={() => void ontoBeats(false, keep).then(onDone)} className="flex-1" />
          </View>
        </View>
      ) : null}
      <Button
        label={t('common.spreadThePictures')}
        kind="strong"
        disabled={!within}
        onPress={() => {
          useOpenShow.getState().edit(spreadPictures, { seconds: wanted, keep });
          onDone();
        }}
      />
    </View>
  );
}
