import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { isAsked, parameterFields } from '@eight-up/core/forms/parameter-fields';
import { parseStitch } from '@eight-up/core/stitches/choice';
import { stitchById } from '@eight-up/core/stitches/registry';
import { stitchAnswer, stitchHint, stitchQuestion, stitchWords } from '@eight-up/words/stitches/registry';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { MadeLink } from '../../makings/made-link.tsx';
import { ParameterInput } from '../../ui/parameter-input.tsx';
import { OwnPathFields } from './own-path-fields.tsx';
import { StitchChooser } from './stitch-chooser.tsx';
import { ToolFields } from './tool-fields.tsx';
import type { OpenBinding } from './use-binding.ts';

/** The stitch that was chosen, its settings, its tools, and the template. */
export function StitchSettings({ book, bound }: { readonly book: OpenBook; readonly bound: OpenBinding }) {
  const unit = useSettings((s) => s.unit);
  const choice = bound.binding.stitch!;
  const stitch = stitchById(choice.id);
  const parsed = parseStitch(choice);
  const values = parsed.ok ? parsed.value.parameters : choice.parameters;
  const fields = stitch ? parameterFields(stitch) : [];
  const stations = Number(values['stations']);
  // Beside which station an odd count begins is no question.
  const means = (name: string) => name !== 'beside' || stations % 2 === 0;
  const query = new URLSearchParams({ unit });
  return (
    <>
      <section aria-label="The stitch" className="slip p-4">
        <h3 className="text-xl first-letter:uppercase">{stitchWords(choice.id).name}</h3>
        {fields
          .filter((field) => isAsked(field, values) && means(field.name))
          .map((field) => (
            <ParameterInput
              key={`${choice.id} ${field.name}`}
              field={field}
              asked={{
                asks: stitchQuestion(choice.id, field.name),
                hint: stitchHint(choice.id, field.name),
                answer: (value) => stitchAnswer(choice.id, field.name, value),
              }}
              value={values[field.name]}
              onChange={(value) => bound.setParameters({ [field.name]: value })}
            />
          ))}
        {bound.sewing?.path && bound.block.sections.length === 1 && <OwnPathFields bound={bound} />}
        <Disclosure>
          <DisclosureButton className="remedy mt-2">Hold it another way</DisclosureButton>
          <DisclosurePanel>
            <StitchChooser book={book} bound={bound} />
            <button type="button" className="remedy mt-2" onClick={() => bound.set({ stitch: null, ownPath: null })}>
              Take the stitch out: leave the book unbound
            </button>
          </DisclosurePanel>
        </Disclosure>
      </section>
      <ToolFields bound={bound} />
      {bound.sewing && bound.sewing.stations.length > 0 && (
        <section aria-label="On paper" className="slip p-4">
          <h3 className="text-lg">On paper</h3>
          <MadeLink
            className="remedy"
            href={`/api/books/${book.id}/template.pdf?${query}`}
            title="Template of the stations"
          >
            Template at 1 : 1, and every pass
          </MadeLink>
          <p className="text-sm text-quiet">Print at 100 %, and measure its bar.</p>
        </section>
      )}
    </>
  );
}
