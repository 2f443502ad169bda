'use client';
import { useRouter } from 'next/navigation';
import { toast } from '@/ui/kit/toast';
import type { Step, Trail } from '@/core/trail';
import { newStep, stored } from '@/core/trail';
import {
  changeShortlist,
  createNetwork,
  createShortlist,
  deleteShortlist,
  listShortlists,
  restoreShortlist,
} from '@/server/actions';
import type { ShortlistChange, ShortlistRow } from '@/server/shortlists';
import { openFiling } from '@/ui/filing/open';
import { counted, saveFile, sentence } from '@/ui/kit';
import { useSession, useWorkbenchStore } from '@/ui/state/context';

type Member = { id: string; label: string };

/** A Keep step goes behind all that narrows or adds, before what is measured on the result. */
function narrowed(trail: Trail, rule: object): Trail {
  const step = newStep(trail, 'keep', { rule });
  const substance = ['ties', 'project', 'keep', 'combine', 'derive'];
  const at = trail.steps.findLastIndex(({ kind }) => substance.includes(kind)) + 1;
  return { steps: [...trail.steps.slice(0, at), step, ...trail.steps.slice(at)] };
}

const column = 'membership';

/** What can be done with the selection and with shortlists. */
export function useShortlists() {
  const store = useWorkbenchStore();
  const session = useSession();
  const router = useRouter();
  const study = store.getState().study.id;

  const reload = async (): Promise<void> => {
    const answer = await listShortlists(study);
    if (answer.ok) store.setState({ shortlists: answer.value });
    else toast.error(answer.fault);
  };

  /** The names of nodes by their ids, as far as this network or a shortlist knows them. */
  const members = (ids: readonly string[]): Member[] => {
    const { net, shortlists } = store.getState();
    const labels = new Map(shortlists.flatMap(({ nodes }) => nodes.map(({ id, label }) => [id, label] as const)));
    net?.ids.forEach((id, v) => labels.set(id, net.labels[v]));
    return ids.map((id) => ({ id, label: labels.get(id) ?? id }));
  };

  const change = async (list: ShortlistRow, what: ShortlistChange): Promise<void> => {
    const answer = await changeShortlist(study, list.id, list.version, what);
    if (!answer.ok) toast.error(answer.fault);
    else if (answer.value.kind === 'conflict') {
      toast.error(
        `“${list.name}” was changed by somebody else meanwhile and now holds ${counted(answer.value.size, 'node')}. It is shown as it is now; nothing was written over.`,
      );
    }
    await reload();
  };

  return {
    members,
    change,
    select: (ids: readonly string[]): void => {
      const there = new Set(store.getState().net?.ids);
      const nodes = ids.filter((id) => there.has(id));
      store.getState().select({ nodes });
      if (nodes.length < ids.length)
        toast(
          `${counted(ids.length - nodes.length, 'node')} of the list ${ids.length - nodes.length === 1 ? 'is' : 'are'} not in this network.`,
        );
    },
    async create(name: string, folder: string): Promise<boolean> {
      const answer = await createShortlist(study, name, folder, members(store.getState().selection.nodes));
      if (!answer.ok) toast.error(answer.fault);
      await reload();
      return answer.ok;
    },
    file: (list: ShortlistRow): Promise<void> =>
      openFiling({ study, things: [{ kind: 'shortlist', id: list.id }], onDone: () => void reload() }),
    async remove(list: ShortlistRow): Promise<void> {
      const answer = await deleteShortlist(study, list.id);
      if (!answer.ok) return void toast.error(answer.fault);
      await reload();
      toast(`“${list.name}” deleted.`, {
        action: {
          label: 'Undo',
          onClick: () => void restoreShortlist(study, list.id).then(reload),
        },
      });
    },
    keep(leave: boolean): void {
      const { selection, trail, edit } = store.getState();
      const next = narrowed(trail, { by: 'nodes', nodes: [...selection.nodes], leave });
      const made = next.steps.find(({ id }) => !trail.steps.some((step) => step.id === id));
      edit(() => next);
      store.setState({ step: made?.id, lists: false });
    },
    async csv(name: string, nodes: readonly Member[]): Promise<void> {
      try {
        const blob = await session.current?.service.take({ kind: 'chosen', nodes });
        if (blob) saveFile(blob, `${store.getState().network.name}, ${name}.csv`);
      } catch (error) {
        toast.error(sentence(error));
      }
    },
    /** A network of the nodes, with all within so many steps of them. */
    async network(name: string, ids: readonly string[], distance: number): Promise<void> {
      const { trail, network } = store.getState();
      const nodes = [...ids];
      const rule = distance > 0 ? { by: 'ego', nodes, distance } : { by: 'nodes', nodes };
      const answer = await createNetwork(study, `${network.name}, ${name}`, stored(narrowed(trail, rule)), network.id);
      if (answer.ok) router.push(`/studies/${study}/networks/${answer.value.id}`);
      else toast.error(answer.fault);
    },
    /** Membership as a column, and nodes coloured by it; those in several lists have a colour of their own. */
    membership(shortlists: readonly string[]): void {
      const settings = { name: column, of: 'nodes', how: { by: 'shortlists', shortlists: [...shortlists] } };
      store.getState().edit((trail) => {
        const held = trail.steps.find((step) => step.kind === 'derive' && step.name === column);
        const made = newStep(trail, 'derive', settings);
        const at = trail.steps.findIndex(({ kind }) => kind === 'arrange' || kind === 'style');
        const place = at < 0 ? trail.steps.length : at;
        const steps: Step[] = held
          ? trail.steps.map((step) => (step === held ? { ...made, id: held.id } : step))
          : [...trail.steps.slice(0, place), made, ...trail.steps.slice(place)];
        const styled = steps.findLastIndex(({ kind }) => kind === 'style');
        const nodeColour = { by: 'category', column };
        if (styled < 0) return { steps: [...steps, newStep({ steps }, 'style', { nodeColour })] };
        const parsed = newStep({ steps }, 'style', { ...steps[styled], nodeColour });
        return { steps: steps.map((step, i) => (i === styled ? { ...parsed, id: step.id } : step)) };
      });
    },
  };
}
