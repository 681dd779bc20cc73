// A file that the server makes and this device saves: it goes on while one does something else.
import { Button } from 'react-bootstrap';
import { saveFile } from './longWork';

type Props = {
  path: string;
  words: string;
  /** What stands on the button where it is beside the words; what is under way is called by the words. */
  label?: string;
};

export function FileButton({ path, words, label }: Props) {
  return (
    <Button variant="outline-primary" aria-label={words} onClick={() => void saveFile(path, words)}>
      {label ?? words}
    </Button>
  );
}
