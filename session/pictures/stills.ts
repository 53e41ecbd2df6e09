import { sayTime, t } from '../../words';
import { newPicture, addPictures } from '../../core/show/edits';
import { filmAt, placePictures } from '../../core/show';
import { clamp } from '../../core/units';
import { newId } from '../ids';
import { currentShow, report, useOpenShow } from '../open/store';
import { listener } from '../workers';
import { useTransport } from '../sound/transport';

/** The frame of a clip at the now line (or at the clip's nearer end) becomes a photo behind the clip. */
export async function stillFrom(clip: string): Promise<void> {
  const show = currentShow();
  const placed = show && placePictures(show).find((one) => one.picture.id === clip);
  if (!placed || placed.picture.kind !== 'clip') return;
  const { picture, start, index } = placed;
  const at = filmAt(picture, clamp(useTransport.getState().now - start, 0, picture.hold - 0.001));
  const title = t('pictures.stillAt', { title: show.media[picture.media]!.title, at: sayTime(at) });
  try {
    const file = await listener().call('still', { id: picture.media, at });
    const { media } = await listener().call('take', { file, name: `${title}.jpg`, want: 'picture' });
    const now = currentShow();
    if (now?.id !== show.id) return;
    const still = newPicture(newId(), media, now.ownStart);
    const behind = now.pictures.findIndex((one) => one.id === clip);
    useOpenShow.getState().edit(addPictures, { pictures: [still], media: [media], index: behind < 0 ? index + 1 : behind + 1 });
    useOpenShow.getState().choose({ kind: 'pictures', ids: [still.id] });
  } catch (error) {
    report(error);
  }
}
