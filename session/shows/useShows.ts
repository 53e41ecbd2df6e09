import { useMutation, useQuery } from '@tanstack/react-query';
import { newShow, perform, startHistory } from '../../core/show';
import { renameShow } from '../../core/show/edits';
import { newId } from '../ids';
import { withShow } from '../lock';
import { queryClient } from '../queries';
import {
  START_PLACE,
  binRecord,
  changeStored,
  discardRecord,
  duplicateRecord,
  listBin,
  listShows,
  restoreRecord,
  saveRecord,
} from './records';

const LIST = ['shows'];
const BIN = ['bin'];

/** Reads the list and the deleted shows anew. */
export function refreshShows(): Promise<unknown> {
  return Promise.all([queryClient.invalidateQueries({ queryKey: LIST }), queryClient.invalidateQueries({ queryKey: BIN })]);
}

/** The list, read anew whenever it is shown. */
export function useShowList() {
  return useQuery({ queryKey: LIST, queryFn: listShows, staleTime: 0 });
}

/** The deleted shows. */
export function useBin() {
  return useQuery({ queryKey: BIN, queryFn: listBin, staleTime: 0 });
}

function useChange<Details, Result = void>(change: (details: Details) => Promise<Result>) {
  return useMutation({ mutationFn: change, onSettled: refreshShows });
}

/** Makes an empty show and gives its id. */
export function useNewShow() {
  return useChange(async (title: string) => {
    const show = newShow(newId(), title);
    await saveRecord(startHistory(show), { ...START_PLACE, face: 'pictures' }, Date.now());
    return show.id;
  });
}

/** Renames a show that no other tab edits. */
export function useRenameShow() {
  return useChange(({ id, title }: { id: string; title: string }) =>
    withShow(id, () => changeStored(id, (history) => perform(history, renameShow, { title }), Date.now())),
  );
}

/** Copies a show. */
export function useDuplicateShow() {
  return useChange(({ id, title }: { id: string; title: string }) => duplicateRecord(id, newId(), title, Date.now()));
}

/** Puts a show among the deleted ones. */
export function useDeleteShow() {
  return useChange((id: string) => withShow(id, () => binRecord(id)));
}

/** Brings a deleted show back. */
export function useRestoreShow() {
  return useChange((id: string) => restoreRecord(id));
}

/** Deletes a show for good. */
export function useDiscardShow() {
  return useChange((id: string) => discardRecord(id));
}
