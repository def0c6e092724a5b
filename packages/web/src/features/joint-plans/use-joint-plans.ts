import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { JointPlanAnswer } from '@eight-up/core/contract/answers';
import type { PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import { getJson, postJson, type ApiFailure } from '../../base/api.ts';

interface Begun {
  readonly name: string;
  readonly books: readonly string[];
  readonly paper: string;
}

type Act = 'again' | 'cut' | 'remove';

/** Plans of several books, and all that can be done to them. */
export function useJointPlans() {
  const queries = useQueryClient();
  const again = async () => {
    await queries.invalidateQueries({ queryKey: ['joint-plans'] });
    // What is cut has left the drawer.
    await queries.invalidateQueries({ queryKey: ['papers'] });
  };
  const plans = useQuery<{ readonly plans: readonly JointPlanAnswer[] }, ApiFailure>({
    queryKey: ['joint-plans'],
    queryFn: () => getJson('/api/joint-plans'),
    // A book may have changed meanwhile.
    staleTime: 0,
  });
  const begin = useMutation<JointPlanAnswer, ApiFailure, Begun>({
    mutationFn: (asked) => postJson('/api/joint-plans', asked),
    onSuccess: again,
  });
  const act = useMutation<unknown, ApiFailure, { readonly plan: JointPlanAnswer; readonly act: Act }>({
    mutationFn: ({ plan: { id, revision }, act: what }) =>
      postJson(`/api/joint-plans/${id}/${what}`, { expect: revision }),
    onSettled: again,
  });
  return { plans, begin, act };
}

/** How the sheets of a plan are cut. */
export const useCuts = ({ id, revision }: JointPlanAnswer) =>
  useQuery<{ readonly cuts: PaperPlan; readonly names: Readonly<Record<string, string>> }, ApiFailure>({
    queryKey: ['joint-plan-cuts', id, revision],
    queryFn: () => getJson(`/api/joint-plans/${id}/cuts`),
    staleTime: Infinity,
  });
