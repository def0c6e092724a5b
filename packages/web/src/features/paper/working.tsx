/** Long work: how far it is, and a way to stop it. */
export function Working({
  share,
  what,
  soFar,
  onCancel,
}: {
  readonly share: number;
  readonly what: string;
  /** what is known already */
  readonly soFar?: string | undefined;
  readonly onCancel: () => void;
}) {
  return (
    <div role="status" className="flex items-center gap-4">
      <span>
        {what} …{soFar && ` ${soFar}`}
      </span>
      <progress className="h-2 grow accent-choose" max={1} value={share} aria-label={what} />
      <button type="button" className="remedy" onClick={onCancel}>
        Stop
      </button>
    </div>
  );
}
