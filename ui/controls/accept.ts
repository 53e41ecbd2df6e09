/** What the device's file chooser offers. Endings stand beside the types: some systems know only one of the two. */
export const PICTURES =
  'image/jpeg,image/png,image/webp,image/gif,image/avif,image/heic,image/heif,video/mp4,video/webm,video/quicktime,.jpg,.jpeg,.png,.webp,.gif,.avif,.mp4,.m4v,.webm,.mov';
export const MUSIC = 'audio/*,video/mp4,video/webm,.wav,.mp3,.flac,.ogg,.oga,.opus,.m4a,.aac,.mp4,.m4v,.mov,.webm,.mka';

/** Whether a dropped or pasted file looks like a photo. */
export function looksLikePhoto(file: File): boolean {
  return file.type.startsWith('image/') || /\.(jpe?g|png|webp|gif|avif|heic|heif)$/i.test(file.name);
}

/** Whether it looks like a clip. What looks like neither is taken for a sound, and refused in words if it is none. */
export function looksLikeClip(file: File): boolean {
  return file.type.startsWith('video/') || /\.(mp4|m4v|webm|mov)$/i.test(file.name);
}
