// The picture of a photograph: from the office, or from this device while it waits.
import { usePicture } from '../device/photographs';

type Props = { audit: string; id: string; small: boolean; alt: string };

export function Picture({ audit, id, small, alt }: Props) {
  return <img src={usePicture(audit, id, small)} alt={alt} />;
}
