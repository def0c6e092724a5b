interface Question<Id extends string> {
  readonly id: Id;
  readonly name: string;
  readonly keys?: string;
}

/** What a stage can be asked, at its head; the one that is asked is underlined. */
export function Questions<Id extends string>({
  questions,
  asked,
  onAsk,
}: {
  readonly questions: readonly Question<Id>[];
  readonly asked: Id;
  readonly onAsk: (id: Id) => void;
}) {
  return (
    <div role="group" aria-label="What you ask" className="flex flex-wrap gap-x-7">
      {questions.map(({ id, name, keys }) => (
        <button
          key={id}
          type="button"
          aria-pressed={asked === id}
          onClick={() => onAsk(id)}
          className={`pb-1.5 font-title text-lg font-bold ${asked === id ? 'border-b-4 border-ink' : 'text-quiet hover:text-ink'}`}
        >
          {name} <span className="key">{keys}</span>
        </button>
      ))}
    </div>
  );
}
