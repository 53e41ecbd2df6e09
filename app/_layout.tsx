import '../ui/theme/global.css';
import { AppFrame } from '../ui/AppFrame';
import { useFocusKept } from '../ui/controls/useFocusKept';

export default function Layout() {
  useFocusKept();
  return <AppFrame />;
}
