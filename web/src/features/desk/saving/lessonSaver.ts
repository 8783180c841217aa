import { keepIds } from '@canter-book/core/lesson/edits';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import { isRefusal, type Problem } from '../../../api/problem.ts';
import { Courier, type Later, type Sent } from '../../../api/courier.ts';
import type { LessonDetails, LessonDraft } from '../../../kept/lessonDrafts.ts';

const detailsOf = ({ tags, template }: LessonRecord): LessonDetails => ({ tags, template });

/** Where drafts are kept on the device until the server has them. */
export interface DraftStore {
  /** @returns whether the device has it */
  keep(id: string, draft: LessonDraft): Promise<boolean>;
  drop(id: string): void;
}

export interface SaverDeps {
  save(record: LessonRecord): Promise<{ saved: LessonRecord } | { problem: Problem }>;
  readonly drafts: DraftStore;
  newId(): string;
  now(): Date;
  readonly later: Later;
}

export type SaveState =
  | { readonly kind: 'saved' | 'waiting' | 'saving'; readonly revision: number }
  | { readonly kind: 'offline'; readonly revision: number; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly revision: number; readonly why: string }
  | { readonly kind: 'conflict'; readonly revision: number; readonly theirs: LessonRecord };

/** The record with what was written of it. */
export function writtenOn(
  base: LessonRecord,
  { text, horseId = base.horseId, details = detailsOf(base) }: Omit<LessonDraft, 'revision'>,
  newId: () => string,
  now: Date,
): LessonRecord {
  const document = keepIds(base.document, parseLesson(text, newId).lesson);
  const title = document.title?.text ?? '';
  return { ...base, ...details, title, horseId, document, updatedAt: now.toISOString() };
}

/** Long enough to type a word, short enough to trust. */
const REST_MS = 700;

/**
 * Saves a lesson as it is typed. Until the server has it, the text is kept on the device. When
 * somebody else saved it in the meantime nothing is overwritten: it waits for a choice.
 */
export class LessonSaver {
  private state: SaveState;
  private base: LessonRecord;
  private text: string;
  private horseId: string | null;
  private details: LessonDetails;
  private kept = true;
  private readonly courier: Courier;
  private readonly listeners = new Set<() => void>();

  constructor(
    record: LessonRecord,
    opening: LessonDraft,
    private readonly deps: SaverDeps,
  ) {
    this.base = { ...record, revision: opening.revision };
    this.text = opening.text;
    this.horseId = opening.horseId === undefined ? record.horseId : opening.horseId;
    this.details = opening.details ?? detailsOf(record);
    this.courier = new Courier(() => this.send(), deps.later);
    // What was kept on the device from the last time is delivered at once.
    const isKept =
      opening.text !== printLesson(record.document) ||
      this.horseId !== record.horseId ||
      opening.details !== undefined;
    this.state = { kind: isKept ? 'waiting' : 'saved', revision: opening.revision };
    if (isKept) this.courier.soon(0);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly current = (): SaveState => this.state;

  change(text: string, horseId: string | null): void {
    if (text === this.text && horseId === this.horseId) return;
    this.text = text;
    this.horseId = horseId;
    this.keep();
    if (this.state.kind === 'conflict') return;
    this.tell({ kind: 'waiting', revision: this.base.revision });
    this.courier.soon(REST_MS);
  }

  /** Tags, and whether it is a template: saved like the text. */
  setDetails(details: LessonDetails): void {
    this.details = details;
    this.keep();
    if (this.state.kind === 'conflict') return;
    this.tell({ kind: 'waiting', revision: this.base.revision });
    this.courier.soon(0);
  }

  /** Gives the device all that the book does not have yet. */
  private keep(): void {
    const { base, text, horseId, details } = this;
    const draft: LessonDraft = {
      text,
      revision: base.revision,
      ...(horseId !== base.horseId && { horseId }),
      ...(details.template !== base.template || details.tags !== base.tags ? { details } : {}),
    };
    void this.deps.drafts.keep(base.id, draft).then((kept) => {
      this.kept = kept;
      if (this.state.kind === 'offline') this.tell({ ...this.state, kept });
    });
  }

  readonly currentDetails = (): LessonDetails => this.details;

  /** After a conflict: goes on with one of the two versions, and answers its text. */
  resolve(keep: 'mine' | 'theirs'): string {
    if (this.state.kind !== 'conflict') return this.text;
    this.base = this.state.theirs;
    if (keep === 'theirs') {
      this.text = printLesson(this.base.document);
      this.horseId = this.base.horseId;
      this.details = detailsOf(this.base);
      this.deps.drafts.drop(this.base.id);
      this.tell({ kind: 'saved', revision: this.base.revision });
    } else {
      this.tell({ kind: 'waiting', revision: this.base.revision });
      this.courier.soon(0);
    }
    return this.text;
  }

  /**
   * Takes what was saved on another device, where nothing waits here.
   * @returns its text; null when there is nothing new, or something of one's own waits
   */
  adopt(theirs: LessonRecord): string | null {
    if (this.state.kind !== 'saved' || theirs.revision <= this.base.revision) return null;
    this.base = theirs;
    this.text = printLesson(theirs.document);
    this.horseId = theirs.horseId;
    this.details = detailsOf(theirs);
    this.tell({ kind: 'saved', revision: theirs.revision });
    return this.text;
  }

  /** Sends what waits, at once; answers whether the book has it all. */
  async flush(): Promise<boolean> {
    if (this.isWaiting()) await this.courier.again();
    return this.state.kind === 'saved';
  }

  stop(): void {
    this.courier.stop();
  }

  private readonly isWaiting = (): boolean => /^(waiting|offline|saving)$/.test(this.state.kind);

  private async send(): Promise<Sent> {
    // Settled meanwhile, by what was chosen after a conflict.
    if (!this.isWaiting()) return 'done';
    this.tell({ kind: 'saving', revision: this.base.revision });
    const { text, horseId, details } = this;
    const written = { text, horseId, details };
    const answer = await this.deps.save(
      writtenOn(this.base, written, this.deps.newId, this.deps.now()),
    );
    if ('problem' in answer) return this.failed(answer.problem);
    this.base = answer.saved;
    const changed = this.text !== text || this.horseId !== horseId || this.details !== details;
    if (changed) return 'more';
    this.deps.drafts.drop(this.base.id);
    this.tell({ kind: 'saved', revision: this.base.revision });
    return 'done';
  }

  private failed({ status, detail, current }: Problem): Sent {
    const { revision } = this.base;
    const isConflict = status === 409 && current !== undefined;
    if (isConflict) this.tell({ kind: 'conflict', revision, theirs: current as LessonRecord });
    else if (isRefusal(status)) this.tell({ kind: 'refused', revision, why: detail });
    else this.tell({ kind: 'offline', revision, kept: this.kept });
    return this.state.kind === 'offline' ? 'away' : 'done';
  }

  private tell(state: SaveState) {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
