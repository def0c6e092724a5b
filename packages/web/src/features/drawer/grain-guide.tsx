import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { GRAIN_TESTS, type GrainTest } from '@eight-up/words/papers';

/** Bend, tear, damp: how to find out which way the fibres run. */
export function GrainGuide({ open }: { readonly open: boolean }) {
  return (
    <Disclosure defaultOpen={open}>
      <DisclosureButton className="remedy text-sm">How to find the grain</DisclosureButton>
      <DisclosurePanel as="ul" className="mt-2 grid max-w-3xl grid-cols-3 gap-4 max-[900px]:grid-cols-1">
        {GRAIN_TESTS.map((test) => (
          <li key={test.how} className="slip p-3 text-sm">
            <TestPicture how={test.how} />
            <h3 className="mt-1 text-base">{test.title}</h3>
            <p>{test.sentence}</p>
          </li>
        ))}
      </DisclosurePanel>
    </Disclosure>
  );
}

const INK = '#16261f';
const FIBRES = { stroke: '#8d8a7c', strokeWidth: 0.9, fill: 'none' };

/** Small drawings of the tests; in each the fibres run along the line shown. */
function TestPicture({ how }: { readonly how: GrainTest['how'] }) {
  const outline = { fill: '#fdfcf7', stroke: INK, strokeWidth: 1.4, strokeLinejoin: 'round' as const };
  return (
    <svg viewBox="0 0 150 62" className="w-full" aria-hidden="true">
      {how === 'bend' && (
        <>
          <path d="M8 52 L70 52 C88 52 88 22 66 22 L22 22" {...outline} fill="none" strokeWidth={2.2} />
          <path d="M30 52h20M12 52h6" {...FIBRES} />
          <path d="M84 52 L146 52 L146 22 L84 22 Z" {...outline} />
          {[28, 34, 40, 46].map((y) => (
            <path key={y} d={`M88 ${y}h54`} {...FIBRES} />
          ))}
          <path d="M88 22 C84 10 142 10 146 22" {...outline} />
        </>
      )}
      {how === 'tear' && (
        <>
          <path d="M10 8 H140 V54 H10 Z" {...outline} />
          {[14, 20, 26, 32, 38, 44, 50].map((y) => (
            <path key={y} d={`M14 ${y}h122`} {...FIBRES} />
          ))}
          <path d="M10 30 L70 29" stroke={INK} strokeWidth="2" fill="none" />
          <path d="M100 54 L104 46 L98 41 L106 34 L101 28" stroke={INK} strokeWidth="2" fill="none" />
        </>
      )}
      {how === 'damp' && (
        <>
          <path d="M20 44 C44 10 104 10 128 44 L118 50 C98 22 52 22 32 50 Z" {...outline} />
          {[0, 1, 2, 3, 4].map((i) => (
            <path key={i} d={`M${40 + i * 17} ${30 - (i === 2 ? 8 : i === 1 || i === 3 ? 6 : 0)} l4 8`} {...FIBRES} />
          ))}
        </>
      )}
    </svg>
  );
}
