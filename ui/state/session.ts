/** Keeps an open network running and saved: the worker follows the trail, the server follows the worker. */
import { toast } from '@/ui/kit/toast';
import * as z from 'zod';
import { inTab } from '@/ui/kit/in-tab';
import { nextTask } from '@/ui/kit/next-task';
import { saver } from '@/ui/kit/saver';
import { type Trail, stepKinds, stored } from '@/core/trail';
import { sentence } from '@/ui/kit';
import { createNetwork, saveTrail } from '@/server/actions';
import { type Place, type Started, heard, startTrailWorker } from '@/worker/client';
import { type Drawn, unpack, withTexts } from '@/worker/parcel';
import type { Result, TrailService } from '@/worker/protocol';
import { type Foresight, foresightFor } from './foresight';
import { newsFor } from './news';
import { keptIn } from './selection';
import type { SaveState, Workbench, WorkbenchStore } from './store';
import { own } from '@/core/own';

const keepAfter = 1500;
/** Deaths of the worker after which it is not tried again. */
const mostDeaths = 3;

export interface Session {
  service: Started<TrailService>['service'];
  /** Stops the step that runs; the rest of the trail goes on without it. */
  stop(): void;
  /** Runs a step that was stopped after all. */
  resume(step: string): void;
  /** Has steps as they may be next worked ahead. */
  foresee: Foresight['foresee'];
  /** Says where the work of a step is done, and runs the trail again. */
  place(step: string, place: Place | undefined): void;
  saveNow(): Promise<void>;
  /** Sends no more results to be kept, and waits for the one under way: the network is about to go. */
  hush(): Promise<void>;
  /** Puts one's own version beside the one that was saved meanwhile; resolves to the new network's id. */
  keepMineApart(): Promise<string | undefined>;
  takeTheirs(): void;
  end(): void;
}

/** @param wanted Whether the trail and what comes of it are saved; else they are only looked at. */
export function startSession(store: WorkbenchStore, wanted = true): Session {
  const { study, network } = store.getState();
  const keeps = wanted && study.role !== 'reader';
  store.setState({ workPlaces: placesIn(inTab(`work ${network.id}`)) });
  let worker = opened();
  let { service } = worker;
  let deaths = 0;
  /** What the worker has handed over. */
  let held: Drawn | undefined;
  /** Long lists of texts of the next result. */
  const texts: string[][] = [];
  /** Ends once the newest result is shown. */
  let showing: Promise<void> = Promise.resolve();
  /** A worker that knows the study. One that dies is replaced, and it is said. */
  function opened(): Started<TrailService> {
    const made = startTrailWorker();
    const { tables, names, networks, shortlists, workPlaces } = store.getState();
    void made.service.places(workPlaces);
    void made.service.open({
      study: study.id,
      network: network.id,
      tables,
      names,
      networks,
      shortlists,
      layout: network.layout,
    });
    made.onDeath(() => {
      deaths++;
      held = undefined;
      texts.length = 0;
      worker = opened();
      service = worker.service;
      session.service = service;
      if (deaths > mostDeaths) {
        runs++;
        news.forget();
        store.setState({
          running: false,
          progress: undefined,
          fault: 'The computation broke off again and again. Undo the last change, or make the network smaller.',
        });
        return;
      }
      toast('The computation broke off and was started anew. Nothing of the trail is lost.');
      void run();
    });
    return made;
  }
  let keepTimer: ReturnType<typeof setTimeout> | undefined;
  let kept: string | undefined;
  let keeping: Promise<void> = Promise.resolve();
  let hushed = false;
  let runs = 0;
  const news = newsFor(store);
  const foresight = foresightFor(store, (trails) => void service.ahead(trails));

  const listener = (run: number) =>
    heard({
      progress(step, share) {
        // Progress comes by another way than the end of a run, and may come after it.
        if (run === runs && store.getState().running) news.progress(step, share);
      },
      report(report) {
        if (run === runs && store.getState().running) news.report(report);
      },
      away(step, away) {
        if (run !== runs && away) return;
        const { [step]: _former, ...rest } = store.getState().away;
        store.setState({ away: away ? { ...rest, [step]: away } : rest });
      },
      texts(list, piece) {
        const held = (texts[list] ??= []);
        for (const text of piece) held.push(text);
      },
      positions(positions) {
        if (run === runs) store.setState({ positions });
      },
      result(result) {
        // What the worker hands over builds on what it handed over before, so nothing of it may be missed.
        if (result.parcel) held = unpack(withTexts(result.parcel, texts.splice(0)), held);
        if (run !== runs) return;
        // It tells more than the news that were to be told.
        news.forget();
        const drawn = result.parcel && held;
        showing = nextTask().then(() => show(run, result, drawn));
      },
    });

  /** Shows a result that was taken in: in a task of its own, since each of the two takes its time where the network is large. */
  function show(run: number, result: Result, drawn: Drawn | undefined): void {
    if (run !== runs) return;
    const now = store.getState();
    const net = drawn?.network ?? now.net;
    const fresh = net !== now.net;
    store.setState({
      net,
      looks: drawn?.looks ?? now.looks,
      main: drawn ? drawn.main : now.main,
      frame: drawn ? result.frame : now.frame,
      figures: result.figures ?? now.figures,
      figuresBefore: !result.figures && (fresh || now.figuresBefore),
      positions: net?.positions ?? new Float32Array(2 * (net?.ids.length ?? 0)),
      reports: Object.fromEntries(result.reports.map((report) => [report.id, report])),
      partial: result.partial,
      digest: result.digest,
      layout: result.layout,
      fault: undefined,
      stale: false,
      ...(fresh && net ? { selection: keptIn(net, now.selection) } : {}),
    });
  }

  const run = async (): Promise<void> => {
    const mine = ++runs;
    news.forget();
    store.setState({ running: true });
    try {
      const ended = await Promise.resolve(service.run(store.getState().trail, listener(mine))).finally(() => showing);
      if (mine !== runs) return;
      news.tell();
      store.setState({ running: false, progress: undefined });
      if (ended === 'done') {
        clearTimeout(keepTimer);
        keepTimer = setTimeout(() => void (keeping = keep()), keepAfter);
        foresight.idle();
      }
    } catch (error) {
      if (mine !== runs) return;
      news.tell();
      store.setState({ running: false, progress: undefined, fault: sentence(error) });
    }
  };

  /** Sends the settled result to the server, for cards and the next opening. */
  const keep = async (): Promise<void> => {
    const { digest, layout, net, partial, running, reports, trail, save } = store.getState();
    if (!keeps || hushed || !net || partial || running || digest === kept || save.kind === 'conflict') return;
    if (trail.steps.some(({ id }) => own(reports, id)?.fault || own(reports, id)?.stopped)) return;
    kept = digest;
    try {
      const picture = await asAddress(await service.take({ kind: 'thumbnail' }));
      const groupStep = trail.steps.findLast((step) => step.kind === 'groups' && step.on);
      const groups = (groupStep && own(reports, groupStep.id)?.groups) ?? null;
      const form = new FormData();
      const places = await service.take({ kind: 'layout' });
      const keptLayout = places.size === 8 * net.ids.length ? layout : undefined;
      form.set(
        'head',
        JSON.stringify({
          digest,
          nodes: net.ids.length,
          edges: net.source.length,
          groups,
          picture,
          layout: keptLayout ?? null,
        }),
      );
      if (keptLayout) form.set('positions', places);
      await fetch(`/api/studies/${study.id}/networks/${network.id}/snapshot`, { method: 'PUT', body: form });
    } catch {
      // A card without its newest picture is no loss worth a word; the next result tries again.
      kept = undefined;
    }
  };

  const at = (version: number): Pick<Workbench, 'network'> => ({ network: { ...store.getState().network, version } });
  const saving = !keeps
    ? undefined
    : saver<Trail, Extract<SaveState, { kind: 'conflict' }>>({
        now() {
          const { trail, network: head, save } = store.getState();
          return { thing: trail, version: head.version, save: save.kind };
        },
        send: (version, trail, sent) => saveTrail(study.id, network.id, version, stored(trail), sent && stored(sent)),
        said: (kind) => store.setState({ save: { kind } }),
        saved: (version, edited) => store.setState({ ...at(version), save: { kind: edited ? 'waiting' : 'saved' } }),
        conflict: (save) => store.setState({ save }),
        takeUp: (trail, version) => store.setState({ ...at(version), trail, save: { kind: 'waiting' } }),
        address: `/api/studies/${study.id}/networks/${network.id}/trail`,
        written: stored,
        read: async (written) => (await import('@/core/trail/migrate')).readTrail(written),
      });

  const unsubscribe = store.subscribe((state, before) => {
    if (state.shortlists !== before.shortlists) {
      void service.shortlists(state.shortlists);
      if (state.trail === before.trail) void run();
    }
    if (state.trail === before.trail) return;
    void run();
    if (state.save.kind === 'waiting') saving?.soon();
  });
  void run();

  const session: Session = {
    service,
    stop() {
      runs++;
      news.tell();
      const { progress, trail } = store.getState();
      const step = trail.steps.find(({ id }) => id === progress?.step);
      store.setState({ running: false, progress: undefined });
      void Promise.resolve(service.stop(step?.kind === 'ties' ? undefined : step?.id)).then(() => {
        if (step && step.kind !== 'ties') void run();
      });
      toast(
        step && step.kind !== 'ties'
          ? `${stepKinds[step.kind].title} was stopped; the rest goes on without it. Open the step to run it after all.`
          : 'Stopped. Change a setting, or undo, to go on.',
      );
    },
    foresee: (steps) => foresight.foresee(steps),
    resume(step) {
      void Promise.resolve(service.resume(step)).then(() => run());
    },
    place(step, place) {
      const workPlaces = new Map(store.getState().workPlaces);
      if (place) workPlaces.set(step, place);
      else workPlaces.delete(step);
      store.setState({ workPlaces });
      inTab(`work ${network.id}`, workPlaces.size ? JSON.stringify([...workPlaces]) : null);
      // A step that was stopped is begun as well.
      void Promise.all([service.places(workPlaces), service.resume(step)]).then(() => run());
    },
    saveNow: async () => saving?.now(),
    async hush() {
      hushed = true;
      clearTimeout(keepTimer);
      await keeping;
    },
    async keepMineApart() {
      const { trail, network: head } = store.getState();
      const answer = await createNetwork(study.id, `${head.name} (my version)`, stored(trail), head.id);
      if (answer.ok) return answer.value.id;
      toast.error(answer.fault);
      return undefined;
    },
    takeTheirs() {
      const { save, network: head } = store.getState();
      if (save.kind !== 'conflict') return;
      const { trail } = save;
      store.setState({
        network: { ...head, version: save.version },
        save: { kind: 'saved' },
        past: [],
        future: [],
        trail,
      });
    },
    end() {
      unsubscribe();
      news.forget();
      clearTimeout(keepTimer);
      saving?.end();
      worker.end();
    },
  };
  return session;
}

const placesSchema = z.array(z.tuple([z.string(), z.enum(['here', 'server'])]));

/** Where work was said to be done before the page was loaded anew. */
function placesIn(text: string | null): ReadonlyMap<string, Place> {
  try {
    return new Map(placesSchema.parse(JSON.parse(text ?? '[]')));
  } catch {
    return new Map();
  }
}

function asAddress(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(reader.error ?? new Error('unreadable'));
    reader.readAsDataURL(blob);
  });
}
