import { useShown } from '../../session/open/store';
import { t } from '../../words';
import Bell from 'lucide-react-native/icons/bell';
import Columns from 'lucide-react-native/icons/columns-2';
import Library from 'lucide-react-native/icons/library';
import LibraryBig from 'lucide-react-native/icons/library-big';
import ListOrdered from 'lucide-react-native/icons/list-ordered';
import Music from 'lucide-react-native/icons/music';
import { View } from 'react-native';
import { lanesOf, partsOn } from '../../core/show';
import type { Face } from '../../session/faces';
import { bringSounds, useLibrary } from '../../session/library';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { FirstMet } from '../controls/FirstMet';
import { Say } from '../controls/Say';
import { PicturesStart } from '../pictures/PicturesStart';
import { MUSIC } from '../controls/accept';
import { VoiceStart } from '../voice/VoiceStart';
import { openPanel } from '../panels/open';

/** The one next step of a face while nothing is chosen. */
export function FaceStart({ face, wide }: { readonly face: Exclude<Face, 'balance' | 'finish'>; readonly wide: boolean }) {
  const pieces = useShown((show) => partsOn(show, 'bed').length);
  const beds = useShown((show) => lanesOf(show, 'bed').length);
  const busy = useLibrary((state) => state.taking !== null);
  if (face === 'voice') return <VoiceStart wide={wide} />;
  if (face === 'pictures') return <PicturesStart />;
  const has = pieces > 0;
  return (
    <View className="gap-2">
      <FirstMet words={['bed']} />
      <Say look="small">{has ? t('faces.tapTheWaterToCut') : t('faces.chooseAPieceOfMusic')}</Say>
      <View className="flex-row flex-wrap gap-2">
        <FileButton
          label={has ? t('faces.addAnotherPiece') : t('faces.addMusic')}
          icon={Music}
          accept={MUSIC}
          many
          kind={has ? 'soft' : 'strong'}
          disabled={busy}
          onFiles={(files) => void bringSounds(files, 'bed')}
          className="grow"
        />
        <FileButton
          label={t('faces.addASpotSound')}
          icon={Bell}
          accept={MUSIC}
          many
          kind="quiet"
          disabled={busy}
          onFiles={(files) => void bringSounds(files, 'spot')}
          className="grow"
        />
        <Button
          label={t('bed.shelf')}
          icon={LibraryBig}
          kind={has ? 'quiet' : 'soft'}
          onPress={() => openPanel({ name: 'shelf' })}
          className="grow"
        />
        <Button label={t('bed.mySounds')} icon={Library} kind="quiet" onPress={() => openPanel({ name: 'mine' })} className="grow" />
        {wide || beds > 1 ? (
          <Button
            label={beds > 1 ? t('faces.manyLanes', { beds }) : t('faces.lanes')}
            icon={Columns}
            kind="quiet"
            onPress={() => openPanel({ name: 'lanes', kind: 'bed' })}
          />
        ) : null}
        {pieces > 1 ? (
          <Button
            label={t('faces.piecesInOrder', { pieces })}
            icon={ListOrdered}
            kind="quiet"
            onPress={() => openPanel({ name: 'pieces' })}
            className="grow"
          />
        ) : null}
      </View>
    </View>
  );
}
