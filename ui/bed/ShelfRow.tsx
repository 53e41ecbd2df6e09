import Play from 'lucide-react-native/icons/play';
import Plus from 'lucide-react-native/icons/plus';
import Square from 'lucide-react-native/icons/square';
import { useState } from 'react';
import { View } from 'react-native';
import { creditLine, type ShelfEntry } from '../../core/shelf';
import { addFromShelf, useAdding } from '../../session/bed/shelf';
import { listenToEntry, useShelfListening } from '../../session/bed/shelfListening';
import { decimal, sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';

/** An entry of the shelf: what it is and under which licence, to listen to and to add. */
export function ShelfRow({ entry, onDone }: { readonly entry: ShelfEntry; readonly onDone: () => void }) {
  const heard = useShelfListening(({ id }) => id === entry.id);
  const adding = useAdding(({ id }) => id);
  const [asked, setAsked] = useState(false);
  const { title, artist, licence, kind, seconds, tempo, files, words } = entry;
  const about = [
    sayTime(seconds),
    tempo === null ? null : t('bed.beatsAMinute', { tempo: decimal(tempo, 0) }),
    files.length > 1 ? t('bed.layersCount', { count: files.length }) : null,
    ...words.slice(0, 3),
  ];
  const credit = creditLine(entry);
  const add = () => {
    // What names no licence is not added unseen.
    if (licence === '' && !asked) {
      setAsked(true);
      return;
    }
    void addFromShelf(entry, kind === 'spot' ? 'spot' : 'bed');
    onDone();
  };
  const said = licence === '' ? t('bed.noLicence') : licence;
  return (
    <View className="gap-1 border-b border-line pb-1.5">
      <View className="flex-row items-center gap-1.5">
        <IconButton
          label={t(heard ? 'bed.stopListening' : 'bed.listenTo', { title })}
          icon={heard ? Square : Play}
          onPress={() => listenToEntry(entry)}
        />
        <View className="min-w-0 flex-1">
          <Say look="body" numberOfLines={2}>
            {title}
          </Say>
          <Say look="small">{about.filter((one) => one !== null).join(' · ')}</Say>
          <Say look="small">{[artist, said].filter(Boolean).join(' · ')}</Say>
        </View>
        <Button
          label={t(asked ? 'bed.addAnyway' : 'bed.addToTheBed')}
          hint={t(kind === 'spot' ? 'bed.addEntryAsSpot' : 'bed.addEntryAsMusic', { title, licence: said })}
          icon={Plus}
          kind="soft"
          tight
          disabled={adding !== null}
          onPress={add}
        />
      </View>
      {asked ? <Notice text={t('bed.licenceBefore', { title })} onClose={() => setAsked(false)} /> : null}
      {heard && credit !== '' ? <Say look="small">{t('bed.creditGoesAlong', { credit })}</Say> : null}
    </View>
  );
}
