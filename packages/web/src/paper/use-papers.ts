import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { DrawerAnswer, PaperAnswer } from '@eight-up/core/contract/answers';
import type { Paper, PaperDraft } from '@eight-up/core/paper/paper';
import { getJson, postJson, postText, type ApiFailure } from '../base/api.ts';

/** What lies in the drawer, and everything that can be done to it. */
export function usePapers() {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries({ queryKey: ['papers'] });
  const drawer = useQuery<DrawerAnswer, ApiFailure>({
    queryKey: ['papers'],
    queryFn: () => getJson<DrawerAnswer>('/api/papers'),
  });
  const add = useMutation<DrawerAnswer, ApiFailure, readonly PaperDraft[]>({
    mutationFn: (papers) => postJson('/api/papers', { papers }),
    onSuccess: again,
  });
  const starter = useMutation<DrawerAnswer, ApiFailure>({
    mutationFn: () => postJson('/api/papers/starter', {}),
    onSuccess: again,
  });
  const table = useMutation<DrawerAnswer, ApiFailure, { readonly file: Blob; readonly unit: 'mm' | 'in' }>({
    mutationFn: ({ file, unit }) => postText(`/api/papers/papers.csv?unit=${unit}`, file),
    onSuccess: again,
  });
  // One at a time, each expecting what the one before it left: a maker's own quick changes never refuse each other.
  const known = (id: string) => queries.getQueryData<DrawerAnswer>(['papers'])?.revisions[id] ?? 0;
  const note = ({ paper: { id }, revision }: PaperAnswer) =>
    queries.setQueryData<DrawerAnswer>(
      ['papers'],
      (old) => old && { ...old, revisions: { ...old.revisions, [id]: revision } },
    );
  const change = useMutation<PaperAnswer, ApiFailure, Paper>({
    scope: { id: 'papers' },
    mutationFn: ({ id, ...paper }) => postJson(`/api/papers/${id}`, { expect: known(id), paper }),
    // Shown at once; what the server refuses is shown as it was.
    onMutate: (paper) => {
      queries.setQueryData<DrawerAnswer>(
        ['papers'],
        (old) => old && { ...old, papers: old.papers.map((one) => (one.id === paper.id ? paper : one)) },
      );
    },
    onSuccess: note,
    onError: again,
    onSettled: () => (queries.isMutating({ mutationKey: ['papers'] }) > 1 ? undefined : again()),
    mutationKey: ['papers'],
  });
  const move = useMutation<PaperAnswer, ApiFailure, { readonly id: string; readonly out: boolean }>({
    scope: { id: 'papers' },
    mutationFn: ({ id, out }) => postJson(`/api/papers/${id}/${out ? 'take-out' : 'put-back'}`, {}),
    onSuccess: again,
  });
  return { drawer, papers: drawer.data?.papers ?? [], add, starter, table, change, move };
}
