import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { useListening } from '../../session/fit/hearings';
import { dismissPull, letEndGo, ratherEnd, usePull, type Pull } from '../../session/fit/pulling';
import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { sayLanding } from '../words/fits';

/** Where the finger is that pulls the end of a piece: the fit may land beside it. */
export function PullLine({ pixelsPerSecond, width }: { readonly pixelsPerSecond: number; readonly width: number }) {
  const at = usePull(({ pull }) => (pull && pull.state !== 'laid' ? pull.end : null));
  if (at === null) return null;
  return (
    <div
      aria-hidden
      className="border-t-2 border-dashed border-rain"
      style={{ position: 'absolute', left: 0, width, top: at * pixelsPerSecond - 1, pointerEvents: 'none', zIndex: 6 }}
    />
  );
}

function sayPull({ came, state }: Pull): string {
  if (came === 'cut') return t('sheet.cutNotFitted');
  if (came === null) return t(state === 'held' ? 'sheet.listeningToFit' : 'fit.lookingForTheBestWay');
  const { stitches, off } = came;
  return `${stitches === 0 ? t('sheet.fittedWhole') : t('sheet.fittedWith', { count: stitches })} · ${sayLanding(off)}`;
}

/** What pulling the end of a piece comes to, and the other ways to end it there. */
export function PullChip() {
  const { pull } = usePull();
  const { listening } = useListening();
  const show = useSaved(whole);
  if (!pull || (pull.state === 'laid' && pull.made !== show)) return null;
  const busy = pull.state === 'waiting';
  return (
    <div
      style={{
        position: 'absolute',
        left: 52,
        right: 6,
        bottom: 8,
        zIndex: 11,
        pointerEvents: 'none',
        display: 'flex',
        justifyContent: 'center',
      }}
    >
      <div
        role="status"
        className="max-w-[26rem] rounded-control border border-line bg-card p-1.5 shadow-float"
        style={{ pointerEvents: pull.state === 'held' ? 'none' : 'auto' }}
      >
        {busy && listening && listening.failure === null ? (
          <Progress label={t('fit.hearingBeatsHarmonyAndSections')} share={listening.share} onCancel={letEndGo} />
        ) : (
          <View className="flex-row items-center gap-1">
            <Say look="label" className="flex-1 px-1.5">
              {sayPull(pull)}
            </Say>
            {busy ? null : pull.state === 'laid' ? (
              <IconButton label={t('controls.closeThisMessage')} icon={X} onPress={dismissPull} />
            ) : null}
          </View>
        )}
        {pull.cuts ? <Others /> : null}
      </div>
    </div>
  );
}

/** The two other ways to end the piece where it was pulled to. */
function Others() {
  return (
    <View className="flex-row gap-1.5">
      <Button label={t('sheet.ratherCutItOff')} kind="quiet" onPress={() => ratherEnd('cut')} tight className="flex-1" />
      <Button label={t('sheet.ratherFade')} kind="quiet" onPress={() => ratherEnd('fade')} tight className="flex-1" />
    </View>
  );
}
