import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ArchiveResult } from '@nab/contract/archive';
import type {
  BenchSpot,
  BroughtIn,
  CodeBody,
  DesignSummary,
  DesignUpdate,
  EarlierState,
  Investigation,
  InvestigationSummary,
  JoinBody,
  JoinOffer,
  NewInvestigation,
  PassPhraseBody,
  PlaceBody,
  PlanUpdate,
  StoredPlan,
  Poll,
  PollBody,
  Printing,
  ReportAsk,
  RiskNote,
  Room,
  RoomBody,
  SchoolClass,
  Session,
  SheetPage,
  SignInBody,
  UnplacedReading,
  Placement,
  ImportedInvestigation,
  VersionedDesign,
  VoteBody,
} from '@nab/contract/lesson';
import type { Problem } from '@nab/contract/problem';
import type { RemovedItem, VersionedShelfItem } from '@nab/contract/shelf';
import type { ExperimentId } from '@nab/core/experiments';
import { catchError, ReplaySubject, Subject, timeout, type Observable } from 'rxjs';
import { ServerAway, ServerFault, ServerRefusal } from './outcomes';

const PATIENCE_MS = 15_000;
const PATIENCE_WITH_A_FILE_MS = 600_000;

/** Nab's API. Errors are ServerAway or ServerRefusal, nothing else. */
@Injectable({ providedIn: 'root' })
export class Server {
  private readonly http = inject(HttpClient);
  private readonly unknownSubject = new Subject<void>();
  /** The server no longer knows who this is. */
  readonly unknown = this.unknownSubject.asObservable();
  private ahead: { readonly id: string; readonly answer: Observable<Investigation> } | null = null;

  investigations(): Observable<InvestigationSummary[]> {
    return this.guard(this.http.get<InvestigationSummary[]>('/api/investigations'));
  }

  investigation(id: string): Observable<Investigation> {
    const ahead = this.ahead?.id === id ? this.ahead.answer : null;
    this.ahead = null;
    return this.guard(ahead ?? this.http.get<Investigation>(`/api/investigations/${id}`));
  }

  /** Asks for an investigation before its page is there; who wants it first gets this answer. */
  fetchAhead(id: string): void {
    const answer = new ReplaySubject<Investigation>(1);
    this.http.get<Investigation>(`/api/investigations/${id}`).subscribe(answer);
    this.ahead = { id, answer };
  }

  create(body: NewInvestigation): Observable<Investigation> {
    return this.guard(this.http.post<Investigation>('/api/investigations', body));
  }

  updatePlan(id: string, body: PlanUpdate): Observable<StoredPlan> {
    return this.guard(this.http.put<StoredPlan>(`/api/investigations/${id}`, body));
  }

  /** Archives, deletes or brings back an investigation. */
  move(id: string, body: PlaceBody): Observable<unknown> {
    return this.guard(this.http.put(`/api/investigations/${id}/place`, body));
  }

  /** How plan and design were before each change. */
  history(id: string): Observable<EarlierState[]> {
    return this.guard(this.http.get<EarlierState[]>(`/api/investigations/${id}/history`));
  }

  removedFromShelf(): Observable<RemovedItem[]> {
    return this.guard(this.http.get<RemovedItem[]>('/api/shelf/removed'));
  }

  updateDesign(id: string, body: DesignUpdate): Observable<VersionedDesign> {
    return this.guard(this.http.put<VersionedDesign>(`/api/designs/${id}`, body));
  }

  designs(experiment: ExperimentId): Observable<DesignSummary[]> {
    return this.guard(this.http.get<DesignSummary[]>('/api/designs', { params: { experiment } }));
  }

  design(id: string): Observable<VersionedDesign> {
    return this.guard(this.http.get<VersionedDesign>(`/api/designs/${id}`));
  }

  classes(): Observable<SchoolClass[]> {
    return this.guard(this.http.get<SchoolClass[]>('/api/classes'));
  }

  /** The printed pages of an investigation. */
  sheets(id: string, printing: Printing): Observable<{ pages: SheetPage[] }> {
    return this.guard(
      this.http.get<{ pages: SheetPage[] }>(`/api/investigations/${id}/sheets`, {
        params: { ...printing },
      }),
    );
  }

  /** The printed pages of an investigation's report. */
  report(id: string, ask: ReportAsk): Observable<{ pages: SheetPage[] }> {
    return this.guard(
      this.http.get<{ pages: SheetPage[] }>(`/api/investigations/${id}/report`, {
        params: { ...ask },
      }),
    );
  }

  /** Keeps what an investigation has shown for the school's next lessons, or forgets it. */
  teach(id: string, keep: boolean): Observable<unknown> {
    const path = `/api/investigations/${id}/calibration`;
    return this.guard(keep ? this.http.put(path, null) : this.http.delete(path));
  }

  /** Forgets what every class has taught. */
  forgetAll(): Observable<unknown> {
    return this.guard(this.http.delete('/api/calibrations'));
  }

  /** Brings in the readings of a table, all or nothing. */
  bringIn(id: string, body: BroughtIn): Observable<Investigation> {
    const answer = this.http.post<Investigation>(`/api/investigations/${id}/readings`, body);
    return this.guard(answer, PATIENCE_WITH_A_FILE_MS);
  }

  /** Takes in what another Nab handed on: a data package, or the investigation in it. */
  importInvestigation(file: Blob, as: 'itself' | 'copy'): Observable<ImportedInvestigation> {
    const type = /json/.test(file.type) ? 'application/json' : 'application/zip';
    const answer = this.http.post<ImportedInvestigation>('/api/imports', file, {
      headers: { 'content-type': type },
      params: { as },
    });
    return this.guard(answer, PATIENCE_WITH_A_FILE_MS);
  }

  /** The risk notes that the school wrote last; none when it never did. */
  riskNotes(): Observable<RiskNote[]> {
    return this.guard(this.http.get<RiskNote[]>('/api/risk-notes'));
  }

  poll(id: string): Observable<Poll> {
    return this.guard(this.http.get<Poll>(`/api/polls/${id}`));
  }

  /** Opens a vote, counts its hands, or closes it. */
  writePoll(id: string, body: PollBody): Observable<Poll> {
    return this.guard(this.http.put<Poll>(`/api/polls/${id}`, body));
  }

  /** One telephone's vote. */
  vote(id: string, body: VoteBody): Observable<Poll> {
    return this.guard(this.http.put<Poll>(`/api/polls/${id}/vote`, body));
  }

  /** Who this browser is to the server. */
  session(): Observable<Session> {
    return this.guard(this.http.get<Session>('/api/session'));
  }

  signIn(body: SignInBody): Observable<Session> {
    return this.guard(this.http.post<Session>('/api/session', body));
  }

  signOut(): Observable<Session> {
    return this.guard(this.http.delete<Session>('/api/session'));
  }

  setPassPhrase(body: PassPhraseBody): Observable<Session> {
    return this.guard(this.http.put<Session>('/api/pass-phrase', body));
  }

  joinOffer(body: CodeBody): Observable<JoinOffer> {
    return this.guard(this.http.post<JoinOffer>('/api/join/offer', body));
  }

  join(body: JoinBody): Observable<Session> {
    return this.guard(this.http.post<Session>('/api/join', body));
  }

  room(id: string): Observable<Room> {
    return this.guard(this.http.get<Room>(`/api/investigations/${id}/room`));
  }

  writeRoom(id: string, body: RoomBody): Observable<Room> {
    return this.guard(this.http.put<Room>(`/api/investigations/${id}/room`, body));
  }

  renewCode(id: string): Observable<Room> {
    return this.guard(this.http.post<Room>(`/api/investigations/${id}/room/code`, {}));
  }

  releaseTablet(id: string, groupId: string): Observable<Room> {
    return this.guard(this.http.delete<Room>(`/api/investigations/${id}/room/tablets/${groupId}`));
  }

  /** Records that found no place in their plan. */
  unplacedReadings(id: string): Observable<UnplacedReading[]> {
    return this.guard(
      this.http.get<UnplacedReading[]>(`/api/investigations/${id}/unplaced-readings`),
    );
  }

  placeReading(id: string, body: Placement): Observable<unknown> {
    return this.guard(this.http.post(`/api/unplaced-readings/${id}/place`, body));
  }

  leaveOutReading(id: string): Observable<unknown> {
    return this.guard(this.http.delete(`/api/unplaced-readings/${id}`));
  }

  /** Where this tablet's group is; nobody waits for it. */
  tellSpot(id: string, body: BenchSpot): Observable<unknown> {
    return this.guard(this.http.put(`/api/investigations/${id}/room/spot`, body));
  }

  shelf(): Observable<VersionedShelfItem[]> {
    return this.guard(this.http.get<VersionedShelfItem[]>('/api/shelf'));
  }

  removeFromShelf(id: string): Observable<unknown> {
    return this.guard(this.http.delete(`/api/shelf/${id}`));
  }

  put<T>(path: string, body: unknown): Observable<T> {
    return this.guard(this.http.put<T>(path, body));
  }

  /** Puts back from a file of everything what is missing. */
  putBack(file: Blob): Observable<ArchiveResult> {
    const headers = { 'content-type': 'application/gzip' };
    const answer = this.http.post<ArchiveResult>('/api/archive', file, { headers });
    return this.guard(answer, PATIENCE_WITH_A_FILE_MS);
  }

  private guard<T>(request: Observable<T>, patience = PATIENCE_MS): Observable<T> {
    return request.pipe(
      timeout(patience),
      catchError((error: unknown) => {
        const outcome = toOutcome(error);
        if (outcome instanceof ServerRefusal && outcome.problem.code === 'SIGN_IN') {
          this.unknownSubject.next();
        }
        throw outcome;
      }),
    );
  }
}

function toOutcome(error: unknown): ServerAway | ServerRefusal {
  if (!(error instanceof HttpErrorResponse)) return new ServerAway(String(error));
  const body = error.error as Partial<Problem> | null;
  const isProblem = typeof body?.code === 'string' && typeof body.title === 'string';
  if (error.status === 500 && isProblem) return new ServerFault(body as Problem);
  // Told to wait is not refused.
  if (error.status >= 400 && error.status < 500 && error.status !== 429 && isProblem) {
    return new ServerRefusal(body as Problem);
  }
  // No answer, a gateway's page, 429 and 503: the same request may succeed later.
  const wait = Number(error.headers.get('retry-after'));
  const said = isProblem ? (body.detail ?? `${body.title}.`) : null;
  return new ServerAway(error.message, wait > 0 ? wait : null, said);
}
