import '../ui/theme/global.css';
import { AppFrame } from '../ui/AppFrame';

export default AppFrame;
