import { sayTime, t } from '../../words';
import AudioWaveform from 'lucide-react-native/icons/audio-waveform';
import ImagePlus from 'lucide-react-native/icons/image-plus';
import Settings from 'lucide-react-native/icons/sliders-horizontal';
import Timer from 'lucide-react-native/icons/timer';
import Square from 'lucide-react-native/icons/square';
import Volume from 'lucide-react-native/icons/volume-2';
import { View } from 'react-native';
import { hasOwnSound, pictureAt, picturesSeconds, placePictures, type Show } from '../../core/show';
import { addPictures, newCard, setAlone, usualTimes } from '../../core/show/edits';
import { newId } from '../../session/ids';
import { useLibrary } from '../../session/library';
import { bringPictures } from '../../session/pictures/arrived';
import { useOpenShow, useShown } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { PICTURES } from '../controls/accept';
import { openPanel } from '../panels/open';
import { AloneFields } from './AloneFields';
import { CARD_COLOURS } from './cardColours';

/** A card goes before the picture at the now line; at the end of the show, behind the last one. */
function addCard(show: Pick<Show, 'pictures'>): void {
  const placed = placePictures(show);
  const { now } = useTransport.getState();
  const here = now >= picturesSeconds(show) - 0.01 ? null : pictureAt(placed, now);
  const card = newCard(newId(), CARD_COLOURS[0]!.colour, '', usualTimes(show.pictures));
  const { edit, choose } = useOpenShow.getState();
  edit(addPictures, { pictures: [card], media: [], index: here ? here.index : placed.length });
  choose({ kind: 'pictures', ids: [card.id] });
}

/** The Pictures face while nothing is chosen: bring pictures in, then set the times of all of them. */
export function PicturesStart() {
  const show = useShown(({ pictures, media, alone }) => ({ pictures, media, alone }));
  const busy = useLibrary((state) => state.taking !== null);
  const own = useOpenShow((store) => store.own);
  const count = show.pictures.length;
  return (
    <View className="gap-2">
      {show.alone === undefined || count > 0 ? (
        <Say look="small">
          {count === 0
            ? t('pictures.photosAndClipsGiveThe')
            : t('pictures.picturesLongTapAPicture', { count, length: sayTime(picturesSeconds(show)) })}
        </Say>
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        <FileButton
          label={t('pictures.addPhotosAndClips')}
          icon={ImagePlus}
          accept={PICTURES}
          many
          kind={count === 0 ? 'strong' : 'moss'}
          disabled={busy}
          onFiles={(files) => void bringPictures(files)}
          className="grow"
        />
        <Button label={t('common.card')} hint={t('pictures.addACard')} icon={Square} kind="moss" onPress={() => addCard(show)} />
        {count === 0 && show.alone === undefined ? (
          <Button
            label={t('pictures.soundAlone')}
            hint={t('pictures.soundAloneHint')}
            icon={AudioWaveform}
            kind="quiet"
            onPress={() => useOpenShow.getState().edit(setAlone, { alone: 'sound' })}
          />
        ) : null}
      </View>
      <AloneFields />
      {count > 0 ? (
        <View className="flex-row flex-wrap gap-1.5">
          <Button label={t('pictures.times')} icon={Timer} onPress={() => openPanel({ name: 'times' })} tight className="grow" />
          <Button
            label={t('common.all')}
            hint={t('common.allPictures')}
            icon={Settings}
            onPress={() => openPanel({ name: 'all' })}
            tight
            className="grow"
          />
          {show.pictures.some((picture) => hasOwnSound(show, picture)) ? (
            <Button
              label={t('common.sound')}
              hint={own ? t('pictures.hideTheClipsSound') : t('pictures.showTheClipsSound')}
              icon={Volume}
              chosen={own}
              onPress={() => useOpenShow.getState().showOwn(!own)}
              tight
              className="grow"
            />
          ) : null}
        </View>
      ) : null}
    </View>
  );
}
