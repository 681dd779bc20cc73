// A file that the server makes and this device saves: it goes on while one does something else.
import { Button } from 'react-bootstrap';
import { saveFile } from './longWork';

type Props = { path: string; words: string; main?: boolean };

export function FileButton({ path, words, main = false }: Props) {
  return (
    <Button variant={main ? 'primary' : 'outline-primary'} onClick={() => void saveFile(path, words)}>
      {words}
    </Button>
  );
}
