/** What a run tells on its way, gathered for a moment: the page is drawn anew with each change, which would hold up what it tells of. */
import type { StepReport } from '@/core/trail';
import type { WorkbenchStore } from './store';

/** Milliseconds. */
const toldAfter = 250;

export interface News {
  progress(step: string, share: number): void;
  report(report: StepReport): void;
  /** Tells at once what has been gathered. */
  tell(): void;
  /** Drops what has been gathered. */
  forget(): void;
}

export function newsFor(store: WorkbenchStore): News {
  let reports: Record<string, StepReport> = {};
  let progress: { step: string; share: number } | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const news: News = {
    progress(step, share) {
      progress = { step, share };
      timer ??= setTimeout(news.tell, toldAfter);
    },
    report(report) {
      reports[report.id] = report;
      timer ??= setTimeout(news.tell, toldAfter);
    },
    tell() {
      if (!timer) return;
      const told = { reports: { ...store.getState().reports, ...reports }, ...(progress && { progress }) };
      news.forget();
      store.setState(told);
    },
    forget() {
      clearTimeout(timer);
      timer = undefined;
      reports = {};
      progress = undefined;
    },
  };
  return news;
}
