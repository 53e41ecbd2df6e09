import type { LucideIcon } from 'lucide-react-native';
import Images from 'lucide-react-native/icons/image';
import Music from 'lucide-react-native/icons/music';
import Flag from 'lucide-react-native/icons/flag';
import Mic from 'lucide-react-native/icons/mic';
import type { Face } from '../../session/faces';

export const FACE_WORDS: Readonly<Record<Face, { readonly title: string; readonly icon: LucideIcon }>> = {
  pictures: { title: 'Pictures', icon: Images },
  bed: { title: 'Bed', icon: Music },
  voice: { title: 'Voice', icon: Mic },
  finish: { title: 'Finish', icon: Flag },
};
