/** Why something is not saved, said once for each reason until it is saved again. */
import { toast } from './toast';

interface Answered {
  ok: boolean;
  fault?: string;
  /** It may do a little later: nothing worth a word. */
  passing?: boolean;
}

export function whyNotSaved(): (answer: Answered) => void {
  let said: string | undefined;
  return ({ ok, fault, passing }) => {
    if (ok) said = undefined;
    else if (!passing && fault !== undefined && fault !== said) {
      said = fault;
      toast.error(fault);
    }
  };
}
