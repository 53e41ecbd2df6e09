import Bell from 'lucide-react-native/icons/bell';
import Music from 'lucide-react-native/icons/music';
import Play from 'lucide-react-native/icons/play';
import Square from 'lucide-react-native/icons/square';
import { useState } from 'react';
import { TextInput, View } from 'react-native';
import type { Media } from '../../core/show';
import { layMine, useMine } from '../../session/bed/mine';
import { toggleSound, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';

/** Rows that are shown at once; a search finds the others. */
const SHOWN = 40;

/** Everything that this browser holds to be heard, over all shows: to listen to, and to lay again. */
export function MinePanel({ onDone }: { readonly onDone: () => void }) {
  const tokens = useTokens();
  const { data: all } = useMine();
  const [sought, setSought] = useState('');
  const words = sought.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  const found = (all ?? []).filter(({ title }) => words.every((word) => title.toLocaleLowerCase().includes(word)));
  return (
    <View className="gap-2">
      {all && all.length > 5 ? (
        <TextInput
          accessibilityLabel={t('bed.findASound')}
          placeholder={t('bed.findASound')}
          placeholderTextColor={tokens['ink-2']}
          value={sought}
          onChangeText={setSought}
          className="h-touch rounded-control border border-line bg-card px-3 font-text text-body text-ink"
        />
      ) : null}
      {all && found.length === 0 ? <Say look="small">{t(all.length === 0 ? 'bed.noSoundsYet' : 'bed.noSoundFound')}</Say> : null}
      {found.slice(0, SHOWN).map((media) => (
        <Row key={media.id} media={media} onDone={onDone} />
      ))}
      {found.length > SHOWN ? <Say look="small">{t('bed.moreSounds', { count: found.length - SHOWN })}</Say> : null}
    </View>
  );
}

function Row({ media, onDone }: { readonly media: Media; readonly onDone: () => void }) {
  const heard = useTransport(({ playing }) => playing.kind === 'sound' && playing.media === media.id);
  const { title } = media;
  const lay = (lane: 'bed' | 'spot') => {
    void layMine(media, lane);
    onDone();
  };
  return (
    <View className="flex-row items-center gap-1.5 border-b border-line pb-1.5">
      <IconButton
        label={t(heard ? 'bed.stopListening' : 'bed.listenTo', { title })}
        icon={heard ? Square : Play}
        onPress={() => toggleSound(media)}
      />
      <View className="min-w-0 flex-1">
        <Say look="body" numberOfLines={2}>
          {title}
        </Say>
        <Say look="time" className="text-ink-2">
          {sayTime(media.seconds)}
        </Say>
      </View>
      <Button label={t('bed.asMusic')} hint={t('bed.layAsMusic', { title })} icon={Music} kind="soft" tight onPress={() => lay('bed')} />
      <Button label={t('bed.asSpot')} hint={t('bed.layAsSpot', { title })} icon={Bell} kind="quiet" tight onPress={() => lay('spot')} />
    </View>
  );
}
