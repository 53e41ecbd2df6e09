import type { LucideIcon } from 'lucide-react-native';
import Images from 'lucide-react-native/icons/image';
import Music from 'lucide-react-native/icons/music';
import Sliders from 'lucide-react-native/icons/sliders-horizontal';
import Flag from 'lucide-react-native/icons/flag';
import Mic from 'lucide-react-native/icons/mic';
import type { PlainKey } from '../../words';
import type { Face } from '../../session/faces';

export const FACE_WORDS: Readonly<Record<Face, { readonly title: PlainKey; readonly icon: LucideIcon }>> = {
  pictures: { title: 'common.pictures', icon: Images },
  bed: { title: 'common.bed', icon: Music },
  voice: { title: 'common.voice', icon: Mic },
  balance: { title: 'faces.balance', icon: Sliders },
  finish: { title: 'faces.finish', icon: Flag },
};
