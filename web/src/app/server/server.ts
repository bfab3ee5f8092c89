import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  DesignSummary,
  DesignUpdate,
  Investigation,
  InvestigationSummary,
  NewInvestigation,
  PlaceBody,
  PlanUpdate,
  Poll,
  PollBody,
  Printing,
  Problem,
  RiskNote,
  SchoolClass,
  SheetPage,
  VersionedDesign,
  VersionedShelfItem,
  VoteBody,
} from '@nab/contract';
import type { ExperimentId } from '@nab/core';
import { catchError, ReplaySubject, timeout, type Observable } from 'rxjs';
import { ServerAway, ServerRefusal } from './outcomes';

const PATIENCE_MS = 15_000;

/** Nab's API. Errors are ServerAway or ServerRefusal, nothing else. */
@Injectable({ providedIn: 'root' })
export class Server {
  private readonly http = inject(HttpClient);
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

  updatePlan(id: string, body: PlanUpdate): Observable<Investigation> {
    return this.guard(this.http.put<Investigation>(`/api/investigations/${id}`, body));
  }

  /** Archives, deletes or brings back an investigation. */
  move(id: string, body: PlaceBody): Observable<unknown> {
    return this.guard(this.http.put(`/api/investigations/${id}/place`, body));
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
  vote(id: string, voter: string, body: VoteBody): Observable<Poll> {
    return this.guard(this.http.put<Poll>(`/api/polls/${id}/votes/${voter}`, body));
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

  private guard<T>(request: Observable<T>): Observable<T> {
    return request.pipe(
      timeout(PATIENCE_MS),
      catchError((error: unknown) => {
        throw toOutcome(error);
      }),
    );
  }
}

function toOutcome(error: unknown): ServerAway | ServerRefusal {
  if (!(error instanceof HttpErrorResponse)) return new ServerAway(String(error));
  const body = error.error as Partial<Problem> | null;
  const isProblem = typeof body?.code === 'string' && typeof body.title === 'string';
  if (error.status >= 400 && error.status < 500 && isProblem) {
    return new ServerRefusal(body as Problem);
  }
  // No answer, a gateway's page, 500 and 503: the same request may succeed later.
  return new ServerAway(error.message);
}
