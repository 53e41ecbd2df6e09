import { t, list, type PlainKey } from '../../words';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Hourglass from 'lucide-react-native/icons/hourglass';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Finding, State } from '../../core/check';

import type { Face } from '../../session/faces';
import { useCheck } from '../../session/finish/checking';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { seek } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { speak } from '../controls/Spoken';
import { openPanel } from '../panels/open';
import { useTokens, type Token } from '../theme/useTokens';
import { sayAbout, sayFinding } from '../words/check';
import { MissingFiles } from './MissingFiles';

const LOOKS: Readonly<Record<State, { readonly icon: typeof CircleCheck; readonly tone: Token; readonly said: PlainKey }>> = {
  good: { icon: CircleCheck, tone: 'moss', said: 'finish.fine' },
  look: { icon: CircleAlert, tone: 'amber', said: 'finish.worthALook' },
  stop: { icon: OctagonX, tone: 'red', said: 'finish.inTheWay' },
  wait: { icon: Hourglass, tone: 'ink-2', said: 'finish.beingLookedAt' },
};

/** The check of the show: what is worth a look first, what is fine folded away. */
export function CheckList() {
  const show = useSaved(whole);
  const findings = useCheck(show);
  const [all, setAll] = useState(false);
  const open = findings.filter(({ state }) => state !== 'good');
  const good = findings.filter(({ state }) => state === 'good');
  const toLook = open.filter(({ state }) => state !== 'wait').length;
  const waiting = open.some(({ state }) => state === 'wait');
  const heading =
    toLook > 0 ? t('finish.worthLooking', { count: toLook }) : waiting ? t('finish.theShowIsBeingChecked') : t('finish.allIsWell');
  useEffect(() => {
    if (!waiting) speak(heading);
  }, [waiting, heading]);
  return (
    <View className="gap-2" role="group" accessibilityLabel={t('finish.checkOfTheShow')}>
      <Say look="lead" accessibilityRole="header">
        {heading}
      </Say>
      {open.map((one) => (one.state === 'wait' ? null : <Line key={one.kind} finding={one} />))}
      <Waiting kinds={open.flatMap((one) => (one.state === 'wait' ? [one.kind] : []))} />
      {good.length > 0 ? (
        <Button
          label={all ? t('finish.foldAwayWhatIsFine') : t('finish.fineShow', { count: good.length })}
          kind="quiet"
          onPress={() => setAll(!all)}
          className="self-start"
        />
      ) : null}
      {all ? good.map((one) => <Line key={one.kind} finding={one} />) : null}
    </View>
  );
}

/** What is not known yet, in one line: nothing jumps about as it becomes known. */
function Waiting({ kinds }: { readonly kinds: readonly Finding['kind'][] }) {
  const tokens = useTokens();
  if (kinds.length === 0) return null;
  return (
    <View className="flex-row items-center gap-2 py-1 pl-3">
      <Hourglass size={20} strokeWidth={2} color={tokens['ink-2']} aria-hidden />
      <Say look="small" className="flex-1">
        {t('finish.lookingAt', { what: list(kinds.map(sayAbout)) })}
      </Say>
    </View>
  );
}

function Line({ finding }: { readonly finding: Finding }) {
  const tokens = useTokens();
  const { icon: Icon, tone, said } = LOOKS[finding.state];
  const go = wayTo(finding);
  return (
    <View className="gap-1 rounded-control border border-line bg-card p-2 pl-3" testID={`check ${finding.kind}`}>
      <View className="flex-row items-center gap-2">
        <View role="img" aria-label={t(said)}>
          <Icon size={20} strokeWidth={2} color={tokens[tone]} aria-hidden />
        </View>
        <View className="flex-1">
          <Say look="label">{sayAbout(finding.kind)}</Say>
          <Say look="small" className="text-ink">
            {sayFinding(finding)}
          </Say>
        </View>
        {go ? (
          <Button
            label={t('finish.goThere')}
            hint={t('finish.goThereTo', { what: sayAbout(finding.kind) })}
            kind="soft"
            tight
            onPress={go}
          />
        ) : null}
      </View>
      {finding.kind === 'media' && finding.state === 'stop' ? <MissingFiles /> : null}
    </View>
  );
}

function visit(face: Face, at: number | null, chosen: Parameters<ReturnType<typeof useOpenShow.getState>['choose']>[0]): void {
  const { setFace, choose } = useOpenShow.getState();
  setFace(face);
  choose(chosen);
  if (at !== null) seek(at);
}

/** Where a line of the check leads; null where there is nothing to see. */
function wayTo(finding: Finding): (() => void) | null {
  if (finding.state === 'wait') return null;
  switch (finding.kind) {
    case 'media':
      return null;
    case 'lengths':
      if (finding.says.verdict === 'no-pictures') return () => visit('pictures', null, null);
      if (finding.says.verdict === 'no-bed') return () => visit('bed', null, null);
      return finding.says.verdict === 'alone' ? null : () => openPanel({ name: 'fit' });
    case 'end': {
      const { says } = finding;
      return says ? () => visit('bed', Math.max(0, says.at - 3), { kind: 'parts', ids: [says.part] }) : () => visit('bed', null, null);
    }
    case 'cuts': {
      const [first] = finding.says;
      return first ? () => visit('bed', first.at, { kind: 'parts', ids: [first.part] }) : null;
    }
    case 'gaps': {
      const [first] = finding.says;
      return first ? () => visit('bed', first.from, null) : null;
    }
    case 'clips': {
      const [first] = finding.says;
      return first ? () => visit('pictures', first.at, { kind: 'own', id: first.clip.id }) : null;
    }
    case 'understood':
    case 'voice': {
      const { says } = finding;
      return says ? () => visit('voice', says.at, null) : null;
    }
    case 'narrations': {
      const [first] = finding.says;
      return first ? () => visit('voice', Math.max(0, first.at - 3), { kind: 'parts', ids: [first.part] }) : null;
    }
    case 'solo': {
      const kind = finding.says.some((lane) => lane.kind === 'bed') ? 'bed' : 'voice';
      return () => openPanel({ name: 'lanes', kind });
    }
    case 'loudness':
    case 'peaks':
      return () => openPanel({ name: 'loudness' });
    case 'licences':
    case 'credits':
      return () => openPanel({ name: 'credits' });
  }
}
