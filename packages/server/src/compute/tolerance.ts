import type { z } from 'zod';
import type { computeToleranceRequest } from '@eight-up/core/contract/schemas';
import { finish } from '@eight-up/core/long-work';
import { slipAdvice } from '@eight-up/core/slip/advice';
import { exactSlip, type SlipAnswer, type Spread } from '@eight-up/core/slip/exact';
import { handProblem } from '@eight-up/core/slip/hand';
import { simulateSlip } from '@eight-up/core/slip/simulate';
import { adviceSentences, handProblemWords } from '@eight-up/words/slip';
import { Refusal } from '../errors.ts';

type Asked = z.output<typeof computeToleranceRequest>;

/** What a slip costs a book folded to and fro: exactly, and drawn at random where that is asked. */
export function toleranceAnswer({ wanted, books, seed, ...task }: Asked) {
  const problem = handProblem(task.hand);
  if (problem) throw new Refusal('plan-impossible', handProblemWords(problem, 'mm'), problem);
  const answer = exactSlip(task);
  const advice = slipAdvice(task, wanted);
  return {
    hand: task.hand,
    ...whole(answer),
    methods: advice.methods.map(({ answer: one, ...method }) => ({ ...method, ...whole(one) })),
    needed: { ...advice.needed, most: advice.needed.most ?? null },
    otherEnd: whole(advice.otherEnd),
    simulated: books > 0 ? finish(simulateSlip(task, books, seed)) : null,
    sentences: adviceSentences(task, answer, advice, wanted, 'mm'),
  };
}

const nanometres = ({ bias, sd, expected, within95 }: Spread) => ({
  bias: Math.round(bias),
  sd: Math.round(sd),
  expected: Math.round(expected),
  within95: Math.round(within95),
});

const whole = ({ length, block, covers, skew, register }: SlipAnswer) => ({
  length: nanometres(length),
  block: nanometres(block),
  covers: nanometres(covers),
  skew: nanometres(skew),
  register: register.map(nanometres),
});
