import { useState } from 'react';
import { fileNoteWords, fileProblemWords } from '@eight-up/words/files';
import type { FileDrops, Refused } from './use-file-drops.ts';

/** Files that did not get in: which, why, and what to do; and what to know of those that did. A locked PDF asks for its password here. */
export function Refusals({ drops }: { readonly drops: FileDrops }) {
  const { refused, failure, notes } = drops;
  if (refused.length === 0 && notes.length === 0 && !failure) return null;
  const wrong = refused.length > 0 || failure !== undefined;
  return (
    <div
      role={wrong ? 'alert' : 'status'}
      className={`mb-4 border-l-8 bg-paper px-4 py-2.5 ${wrong ? 'border-blade' : 'border-wood-deep'}`}
    >
      {failure && <p>{failure}</p>}
      <ul>
        {refused.map((one, i) => (
          <li key={i} className="py-1">
            <strong className="break-all">{one.name}</strong> {fileProblemWords(one.problem)}
            {(one.problem.code === 'pdf-encrypted' || one.problem.code === 'pdf-wrong-password') && one.file && (
              <Unlock one={one} drops={drops} />
            )}
          </li>
        ))}
        {notes.map(({ name, note }, i) => (
          <li key={`note ${i}`} className="py-1">
            <strong className="break-all">{name}</strong> {fileNoteWords(note)}
          </li>
        ))}
      </ul>
      <p className="mt-1 flex items-baseline gap-4 text-quiet">
        {wrong && 'Everything else is as it was. '}
        <button type="button" className="remedy" onClick={() => drops.forget()}>
          Understood
        </button>
      </p>
    </div>
  );
}

function Unlock({ one, drops }: { readonly one: Refused; readonly drops: FileDrops }) {
  const [password, setPassword] = useState('');
  return (
    <form
      className="mt-1 flex items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        drops.forget(one);
        void drops.take([one.file!], one.where, password);
      }}
    >
      <label className="block">
        <span className="block text-sm text-quiet">Password of this PDF</span>
        <input
          type="password"
          autoComplete="off"
          className="entry"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
      <button type="submit" className="action py-1.5">
        Open it
      </button>
    </form>
  );
}
