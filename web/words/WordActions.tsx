import Button from 'react-bootstrap/Button';

/** The foot of a form about a word. */
export function WordActions({
  problem,
  isLoading,
  done,
  word,
}: {
  problem: string | undefined;
  isLoading: boolean;
  done: () => void;
  word: string;
}) {
  return (
    <div className="wide d-flex flex-wrap gap-2 align-items-center">
      <Button type="submit" disabled={isLoading}>
        {word}
      </Button>
      <Button variant="plain" onClick={done}>
        Never mind
      </Button>
      {problem && <div className="invalid-feedback d-block w-auto">{problem}</div>}
    </div>
  );
}
