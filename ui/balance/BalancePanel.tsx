import { ScrollView, View } from 'react-native';
import { ownParts } from '../../core/show';
import { useShown, whole } from '../../session/open/store';
import { t } from '../../words';
import { Caught } from '../controls/Caught';
import { FirstMet } from '../controls/FirstMet';
import { LaneRow } from './LaneRow';
import { WholeActions, WholeRow } from './WholeRow';

/** Lanes on which something lies first, the others behind them: each in the order of the show. */
function useRows() {
  const show = useShown(whole);
  const used = new Set([...show.parts, ...ownParts(show)].map((part) => part.lane));
  return [true, false].flatMap((full) => show.lanes.filter((lane) => used.has(lane.id) === full).map((lane) => ({ lane, empty: !full })));
}

/** The desk: every lane, and the whole below them. `pinned` keeps the whole in sight while the lanes scroll. */
export function BalancePanel({ pinned }: { readonly pinned: boolean }) {
  const rows = useRows().map(({ lane, empty }) => <LaneRow key={lane.id} lane={lane} empty={empty} />);
  const all = (
    <Caught what={t('balance.theWhole')}>
      <WholeRow />
      <WholeActions />
    </Caught>
  );
  const met = <FirstMet words={['lufs', 'dbtp']} />;
  if (!pinned) {
    return (
      <View className="gap-2">
        <View>{rows}</View>
        {all}
        {met}
      </View>
    );
  }
  return (
    <>
      <ScrollView className="min-h-0 flex-1 border-t border-line" contentContainerClassName="px-3 w-full max-w-[720px] self-center">
        {rows}
        <View className="py-2">{met}</View>
      </ScrollView>
      <View className="w-full max-w-[720px] gap-1 self-center border-t border-line bg-card px-3 py-1.5">{all}</View>
    </>
  );
}
