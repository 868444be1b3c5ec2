/** What could not be done, beside what caused it. */
export function Sentence({ error }: { error: { message: string } | null | undefined }) {
  return error ? (
    <p className="refusal" role="alert">
      {error.message}
    </p>
  ) : null;
}
