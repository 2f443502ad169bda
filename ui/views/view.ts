/** What a view is. */
import type { ComponentType } from 'react';

export interface View {
  /** As the address writes it. */
  key: string;
  title: string;
  /** What finds it among the things to do. */
  does: string;
  /** It has a tab only while it is shown. */
  asked?: boolean;
  component: ComponentType;
}
