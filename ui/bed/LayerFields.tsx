import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, strandsOf, type Part, type Strand } from '../../core/show';
import { setLayer, type LayerChange } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { sayGain, t } from '../../words';
import { IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { Switch } from '../controls/Switch';
import { LayerPins } from './LayerPins';

/** How the layers of a piece are played: each with its level, heard or not, and what becomes of it where somebody speaks. */
export function LayerFields({ part }: { readonly part: Part }) {
  const media = useShown((show) => show.media);
  const [open, setOpen] = useState<string | null>(null);
  return (
    <View className="gap-2">
      <FirstMet words={['layer']} />
      {strandsOf({ media }, part).map((strand) => (
        <LayerRow
          key={strand.media}
          part={part}
          strand={strand}
          open={open === strand.media}
          onOpen={() => setOpen(open === strand.media ? null : strand.media)}
        />
      ))}
    </View>
  );
}

interface RowProps {
  readonly part: Part;
  readonly strand: Strand;
  readonly open: boolean;
  readonly onOpen: () => void;
}

function LayerRow({ part, strand, open, onOpen }: RowProps) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const { title, media, gain, mute, solo, under, pins, heard } = strand;
  const change = (next: LayerChange) => edit(setLayer, { id: part.id, media, change: next });
  const said = [sayGain(gain), under ? t(under === 'goes' ? 'bed.layerGoes' : 'bed.layerStays') : null, pins ? t('bed.layerPinned') : null];
  return (
    <View className="gap-1 border-b border-line pb-2" role="group" accessibilityLabel={t('bed.layer', { title })}>
      <View className="flex-row items-center gap-1.5">
        <View className={`min-w-0 flex-1 ${heard ? '' : 'opacity-60'}`}>
          <Say look="label" numberOfLines={1}>
            {title}
          </Say>
          <Say look="small">{said.filter((one) => one !== null).join(' · ')}</Say>
        </View>
        <Switch label={t('common.mute')} hint={t('bed.muteLayer', { title })} on={mute === true} onChange={(on) => change({ mute: on })} />
        <Switch label={t('common.solo')} hint={t('bed.soloLayer', { title })} on={solo === true} onChange={(on) => change({ solo: on })} />
        <IconButton
          label={t(open ? 'bed.lessOfLayer' : 'bed.moreOfLayer', { title })}
          icon={open ? ChevronUp : ChevronDown}
          onPress={onOpen}
        />
      </View>
      <Slider
        label={t('bed.levelOfLayer', { title })}
        value={Math.max(-30, gain)}
        least={-30}
        most={LIMITS.pin.most}
        step={0.5}
        start={0}
        say={sayGain}
        onChange={(next) => tryOut(setLayer, { id: part.id, media, change: { gain: next } })}
        onChangeEnd={(next) => change({ gain: next })}
        onCancel={endPreview}
      />
      {open ? (
        <>
          <Say look="small">{t('bed.whereSomebodySpeaks')}</Say>
          <Choice
            label={t('bed.whereSomebodySpeaks')}
            options={[
              { value: 'asked', label: t('bed.asTheDipsSay') },
              { value: 'goes', label: t('bed.layerGoes') },
              { value: 'stays', label: t('bed.layerStays') },
            ]}
            value={under ?? 'asked'}
            onChange={(next) => change({ under: next === 'asked' ? null : next })}
          />
          <LayerPins part={part} strand={strand} />
        </>
      ) : null}
    </View>
  );
}
