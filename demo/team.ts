/** Who works on the demo study. All of them are made up. */
export interface Colleague {
  name: string;
  email: string;
  role: 'owner' | 'editor' | 'reader';
}

/** The first is whoever starts the demo. */
export const demoTeam: readonly [Colleague, ...Colleague[]] = [
  { name: 'A. Thorne', email: 'a.thorne@orrin.example', role: 'owner' },
  { name: 'B. Lyng', email: 'b.lyng@orrin.example', role: 'editor' },
  { name: 'C. Ausk', email: 'c.ausk@orrin.example', role: 'editor' },
  { name: 'D. Rowe', email: 'd.rowe@orrin.example', role: 'reader' },
];

/** Their teams. */
export const demoTeams: readonly { name: string; people: readonly string[] }[] = [
  { name: 'Bulletin readers', people: ['A. Thorne', 'C. Ausk'] },
  { name: 'Ledger room', people: ['A. Thorne', 'B. Lyng'] },
];
