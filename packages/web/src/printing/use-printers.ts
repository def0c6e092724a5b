import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { PrintersAnswer } from '@eight-up/core/contract/answers';
import type { Printer, PrinterDraft } from '@eight-up/core/printing/printer';
import { getJson, postJson, type ApiFailure } from '../app/api.ts';

/** The maker's printers. */
export function usePrinters() {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries({ queryKey: ['printers'] });
  const asked = useQuery<PrintersAnswer, ApiFailure>({
    queryKey: ['printers'],
    queryFn: () => getJson<PrintersAnswer>('/api/printers'),
  });
  /** A new printer, or with an id one that is kept already. */
  const keep = useMutation<Printer, ApiFailure, { readonly id?: string | undefined; readonly printer: PrinterDraft }>({
    mutationFn: ({ id, printer }) => postJson(id ? `/api/printers/${id}` : '/api/printers', printer),
    onSuccess: again,
  });
  const takeAway = useMutation<Printer, ApiFailure, { readonly id: string; readonly away: boolean }>({
    mutationFn: ({ id, away }) => postJson(`/api/printers/${id}/${away ? 'take-away' : 'put-back'}`, {}),
    onSuccess: again,
  });
  return { printers: asked.data?.printers ?? [], keep, takeAway };
}
