/** How nodes are shown as cards; it stays while other views are looked at. */
export const cardSizes = ['small', 'middle', 'large'] as const;

export interface CardsState {
  sort: string;
  descending: boolean;
  group?: string;
  /** Columns that stand on a card; undefined: the first few that say something. */
  columns?: string[];
  size: (typeof cardSizes)[number];
}

export const freshCards: CardsState = { sort: 'label', descending: false, size: 'middle' };
