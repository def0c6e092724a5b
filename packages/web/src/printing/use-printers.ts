import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { PrinterAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import type { PrinterDraft } from '@eight-up/core/printer/printer';
import { getJson, postJson, type ApiFailure } from '../base/api.ts';

/** The maker's printers. */
export function usePrinters() {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries({ queryKey: ['printers'] });
  const asked = useQuery<PrintersAnswer, ApiFailure>({
    queryKey: ['printers'],
    queryFn: () => getJson<PrintersAnswer>('/api/printers'),
  });
  /** A new printer, or with an id one that is kept already. */
  const keep = useMutation<
    PrinterAnswer,
    ApiFailure,
    { readonly id?: string | undefined; readonly printer: PrinterDraft }
  >({
    scope: { id: 'printers' },
    mutationFn: ({ id, printer }) =>
      id
        ? postJson(`/api/printers/${id}`, { expect: asked.data?.revisions[id] ?? 0, printer })
        : postJson('/api/printers', printer),
    // Refused too: whoever was told that another window changed it sees it as it is now.
    onSettled: again,
  });
  const takeAway = useMutation<PrinterAnswer, ApiFailure, { readonly id: string; readonly away: boolean }>({
    mutationFn: ({ id, away }) => postJson(`/api/printers/${id}/${away ? 'take-away' : 'put-back'}`, {}),
    onSuccess: again,
  });
  const measuredOf = (id: string) => asked.data?.measured[id];
  return { printers: asked.data?.printers ?? [], measuredOf, keep, takeAway };
}
