import { t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, creditsOf, partsOn } from '../../core/show';
import { addPictures, newCreditsCard, removePictures, setArtist, setCredit } from '../../core/show/edits';
import { usedMedia } from '../../session/missing';
import { newId } from '../../session/ids';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { WordsField } from '../controls/WordsField';

/** Who made the show, who made what is in it, and the card at its end that says so. */
export function CreditsPanel() {
  const show = useSaved(whole);
  const { edit } = useOpenShow.getState();
  const { missing } = creditsOf(show);
  const card = show.pictures.find((one) => one.kind === 'card' && one.credits);
  const asked = new Set(missing.map(({ id }) => id));
  const [all, setAll] = useState(false);
  const used = usedMedia(show).map((id) => show.media[id]!);
  const music = new Set([...partsOn(show, 'bed'), ...partsOn(show, 'spot')].map((part) => part.media));
  const [first, others] = [used.filter(({ id }) => music.has(id)), used.filter(({ id }) => !music.has(id))];
  const shown = [...first.filter(({ id }) => asked.has(id)), ...first.filter(({ id }) => !asked.has(id)), ...(all ? others : [])];
  return (
    <View className="gap-3">
      <View className="gap-1">
        <Say look="label">{t('finish.whoMadeTheShow')}</Say>
        <WordsField
          label={t('finish.whoMadeTheShow')}
          value={show.artist ?? ''}
          most={LIMITS.titleLength}
          rows={1}
          placeholder={t('finish.aNameOrAClass')}
          onSet={(artist) => edit(setArtist, { artist })}
        />
      </View>
      {shown.map((media) => (
        <View key={media.id} className="gap-1">
          <Say look="label" numberOfLines={1}>
            {media.title}
          </Say>
          <WordsField
            label={t('finish.creditOf', { title: media.title })}
            value={media.credit ?? ''}
            most={LIMITS.credit}
            rows={2}
            placeholder={asked.has(media.id) ? t('finish.whoMadeItAndUnder') : t('finish.nothingHasToBeSaid')}
            onSet={(credit) => edit(setCredit, { media: media.id, credit })}
          />
        </View>
      ))}
      {others.length > 0 ? (
        <Button
          label={all ? t('finish.musicAlone') : t('finish.picturesAndVoicesToo', { count: others.length })}
          kind="quiet"
          onPress={() => setAll(!all)}
          className="self-start"
        />
      ) : null}
      {card ? (
        <Button label={t('finish.takeTheCreditsCardAway')} kind="quiet" onPress={() => edit(removePictures, { ids: [card.id] })} />
      ) : (
        <Button
          label={t('finish.putACreditsCardAt')}
          onPress={() => edit(addPictures, { pictures: [newCreditsCard(newId(), '#1C2A31')], media: [], index: show.pictures.length })}
        />
      )}
      <Say look="small">
        {card ? t('finish.theCardShowsTheCredits') : t('finish.theCardMakesTheShow', { credits: LIMITS.card.credits })}
      </Say>
    </View>
  );
}
