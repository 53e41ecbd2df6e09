/** What the device's file chooser offers. Endings stand beside the types: some systems know only one of the two. */
export const PHOTOS = 'image/jpeg,image/png,image/webp,image/gif,image/avif,image/heic,image/heif,.jpg,.jpeg,.png,.webp,.gif,.avif';
export const MUSIC = 'audio/*,video/mp4,video/webm,.wav,.mp3,.flac,.ogg,.oga,.opus,.m4a,.aac,.mp4,.m4v,.mov,.webm,.mka';

/** Whether a dropped file looks like a photo. Everything else is taken for a sound, and refused in words if it is none. */
export function looksLikePhoto(file: File): boolean {
  return file.type.startsWith('image/') || /\.(jpe?g|png|webp|gif|avif|heic|heif)$/i.test(file.name);
}
