// Whether a box is taken down by hand, one question at a time: on a phone unless told otherwise, elsewhere when asked for.
import { useChoice } from '../ui/useChoice';
import { usePhone } from '../ui/useScreen';

export function useByHand() {
  const phone = usePhone();
  const [said, say] = useChoice('by-hand');
  const byHand = said === null ? phone : said === 'yes';
  return [byHand, (now: boolean) => say(now ? 'yes' : 'no')] as const;
}
