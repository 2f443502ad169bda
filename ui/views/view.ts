/** What a view is. */
import type { ComponentType } from 'react';

export interface View {
  /** As the address writes it. */
  key: string;
  title: string;
  /** What finds it among the things to do. */
  does: string;
  /** It stands under “More”, and has a tab only when it was the last of these to be shown. */
  aside?: boolean;
  /** Whether it reads the whole network, also what is sifted out; it then says so. */
  whole?: boolean;
  /** It has a tab only while it is shown. */
  asked?: boolean;
  component: ComponentType;
}
