import { useTapping } from '../../session/pictures/tapping';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { useRecording } from '../../session/voice/recording';
import { t } from '../../words';
import { Caught } from '../controls/Caught';
import { ChosenDetails, PartDrawer, SeveralDrawer, useChosen } from '../details/Chosen';
import { FaceStart } from '../faces/FaceStart';
import { Incoming } from '../faces/Incoming';
import { BalancePanel } from '../balance/BalancePanel';
import { FinishPanel } from '../finish/FinishPanel';
import { standsInDrawer, usePanel } from '../panels/open';
import { OwnDrawer, PictureDrawer } from '../pictures/PictureDrawer';
import { TapBar } from '../pictures/TapBar';
import { RecordBar } from '../voice/RecordBar';
import { PanelDrawer } from './PanelDrawer';

/** What can be done now: to what is chosen, while recording or tapping along, or the next step of the face in use. */
export function Drawer() {
  const face = useOpenShow((store) => store.face);
  return (
    <Caught key={face} what={t('show.thisFace')}>
      <Incoming />
      <InUse face={face} />
    </Caught>
  );
}

function InUse({ face }: { readonly face: ReturnType<typeof useOpenShow.getState>['face'] }) {
  const show = useShown(whole);
  const { parts, pictures, own } = useChosen(show);
  const [part, ...more] = parts;
  const tapping = useTapping(({ tapping: { status } }) => status !== 'off');
  const recording = useRecording((state) => state.recording.status !== 'off');
  const { panel } = usePanel();
  if (recording) return <RecordBar />;
  if (standsInDrawer(panel)) return <PanelDrawer key={panel.name} panel={panel} />;
  if (tapping) return <TapBar />;
  if (part && more.length > 0) return <SeveralDrawer parts={parts} />;
  if (part) return <PartDrawer key={part.id} part={part} />;
  if (own) return <OwnDrawer clip={own} />;
  if (pictures.length > 0) return <PictureDrawer pictures={pictures} />;
  return <FaceStart face={face === 'finish' || face === 'balance' ? 'voice' : face} wide={false} />;
}

/** The same where there is room for all of it: every field of what is chosen, and the next step below. */
export function WideDetails() {
  const show = useShown(whole);
  const face = useOpenShow((store) => store.face);
  const chosen = useChosen(show);
  const { panel } = usePanel();
  const tapping = useTapping(({ tapping: { status } }) => status !== 'off');
  const recording = useRecording((state) => state.recording.status !== 'off');
  return (
    <Caught key={face} what={t('show.thisFace')}>
      <Incoming />
      {recording ? (
        <RecordBar />
      ) : standsInDrawer(panel) ? (
        <PanelDrawer key={panel.name} panel={panel} />
      ) : tapping ? (
        <TapBar />
      ) : face === 'finish' ? (
        <FinishPanel />
      ) : face === 'balance' ? (
        <>
          <ChosenDetails chosen={chosen} />
          <BalancePanel pinned={false} />
        </>
      ) : (
        <>
          <ChosenDetails chosen={chosen} />
          <FaceStart face={face} wide />
        </>
      )}
    </Caught>
  );
}
