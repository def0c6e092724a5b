import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { DrawerAnswer } from '@eight-up/core/contract/answers';
import type { Paper, PaperDraft } from '@eight-up/core/paper/paper';
import { getJson, postJson, postText, type ApiFailure } from '../app/api.ts';

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
  const change = useMutation<Paper, ApiFailure, Paper>({
    mutationFn: ({ id, ...draft }) => postJson(`/api/papers/${id}`, draft),
    // Shown at once; what the server refuses is shown as it was.
    onMutate: (paper) => {
      queries.setQueryData<DrawerAnswer>(
        ['papers'],
        (old) => old && { papers: old.papers.map((one) => (one.id === paper.id ? paper : one)) },
      );
    },
    onSettled: again,
  });
  const move = useMutation<Paper, ApiFailure, { readonly id: string; readonly out: boolean }>({
    mutationFn: ({ id, out }) => postJson(`/api/papers/${id}/${out ? 'take-out' : 'put-back'}`, {}),
    onSuccess: again,
  });
  return { drawer, papers: drawer.data?.papers ?? [], add, starter, table, change, move };
}
