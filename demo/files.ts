/** The demo study as files: the same bytes every time. */
import { csvCell } from '@/core/formats';
import { seeded } from '@/core/random';
import { makeConsignments } from './consignments';
import { makeGardens, makeKeepers } from './people';

export interface DemoFile {
  name: string;
  text: string;
}

function csvText(header: readonly string[], rows: readonly (string | number | undefined)[][]): string {
  return [header, ...rows].map((cells) => cells.map((cell) => csvCell(String(cell ?? ''))).join(',')).join('\n') + '\n';
}

/** keepers.csv (240 rows), gardens.csv (60), consignments.csv (1,900). */
export function demoFiles(): DemoFile[] {
  const random = seeded(1902);
  const gardens = makeGardens(random);
  const keepers = makeKeepers(gardens, random);
  const consignments = makeConsignments(keepers, random);
  return [
    {
      name: 'keepers.csv',
      text: csvText(
        ['id', 'name', 'born', 'died', 'gender', 'role', 'garden', 'island', 'note'],
        keepers.map((k) => [k.id, k.name, k.born, k.died, k.gender, k.role, k.garden?.name, k.island, k.note]),
      ),
    },
    {
      name: 'gardens.csv',
      text: csvText(
        ['id', 'name', 'island', 'latitude', 'longitude', 'kind', 'founded', 'closed'],
        gardens.map((g) => [g.id, g.name, g.island, g.latitude, g.longitude, g.kind, g.founded, g.closed]),
      ),
    },
    {
      name: 'consignments.csv',
      text: csvText(
        ['id', 'sent_on', 'from', 'to', 'varieties', 'packets', 'carried_by', 'certainty', 'ledger', 'folio', 'remark'],
        consignments.map((c) => [
          c.id,
          c.sentOn,
          c.from,
          c.to,
          c.varieties.join('; '),
          c.packets,
          c.carriedBy,
          c.certainty,
          c.ledger,
          c.folio,
          c.remark,
        ]),
      ),
    },
  ];
}
