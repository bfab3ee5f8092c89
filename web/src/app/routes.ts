import { inject, Injector } from '@angular/core';
import type { Routes } from '@angular/router';
import type { DesignDocument } from '@nab/contract/experiments';
import { libraryReady } from './platform/library';
import { mayEnter } from './platform/session';
import { Server } from './platform/server';
import { FIELD_PREFETCH } from './workbench/magnet/field-prefetch';

/** Pages that are not the educator's alone. */
const AT_THE_BENCH = { roles: ['educator', 'group'] };
const EVERYBODY = { roles: ['educator', 'group', 'board', 'nobody'] };

const pages: Routes = [
  ...['join', 'join/:code'].map((path) => ({
    path,
    title: 'Join – Nab',
    data: EVERYBODY,
    loadComponent: () => import('./home/join').then((m) => m.JoinPage),
  })),
  {
    path: '',
    title: 'Investigations – Nab',
    loadComponent: () => import('./home/home').then((m) => m.Home),
  },
  {
    path: 'new',
    title: 'A new question – Nab',
    loadComponent: () => import('./lesson/question/new-question').then((m) => m.NewQuestionPage),
  },
  {
    path: 'shelf',
    title: 'Shelf – Nab',
    loadComponent: () => import('./shelf/shelf').then((m) => m.ShelfPage),
  },
  {
    path: 'shelf/search',
    title: 'Search the shelf – Nab',
    loadComponent: () => import('./stations/shelf-search/search').then((m) => m.ShelfSearchPage),
  },
  {
    path: 'compare',
    title: 'Compare – Nab',
    loadComponent: () => import('./stations/compare/compare').then((m) => m.ComparePage),
  },
  {
    path: 'wire-and-compass',
    title: 'Wire and compass – Nab',
    loadComponent: () => import('./workbench/compass/compass-page').then((m) => m.CompassPage),
  },
  { path: 'compass-set', redirectTo: 'wire-and-compass' },
  {
    path: 'magnet',
    title: 'A magnet by itself – Nab',
    loadComponent: () => import('./workbench/magnet/magnet-page').then((m) => m.MagnetPage),
    children: [
      {
        path: '',
        pathMatch: 'full',
        loadComponent: () =>
          import('./workbench/magnet/magnet-designer').then((m) => m.MagnetDesigner),
      },
      {
        path: 'field',
        title: 'Field – Nab',
        loadComponent: () => import('./stations/field/field').then((m) => m.FieldPage),
      },
      {
        path: 'fix-it',
        title: 'Fix it – Nab',
        loadComponent: () => import('./stations/fix-it/fix-it-page').then((m) => m.FixItPage),
      },
    ],
  },
  {
    path: 'shell-magnet',
    title: 'Shell magnet – Nab',
    loadComponent: () =>
      import('./workbench/shell-magnet/shell-magnet').then((m) => m.ShellMagnetPage),
  },
  {
    path: 'track',
    title: 'Track – Nab',
    loadComponent: () => import('./workbench/rolling-cell/track-page').then((m) => m.TrackPage),
  },
  {
    path: 'spinner',
    title: 'Spinner – Nab',
    loadComponent: () => import('./workbench/spinner/spinner-page').then((m) => m.SpinnerPage),
  },
  {
    path: 'stations',
    title: 'Stations – Nab',
    loadComponent: () => import('./stations/catalogue/stations-page').then((m) => m.StationsPage),
  },
  {
    path: 'needle',
    title: 'Needle – Nab',
    loadComponent: () => import('./stations/needle/needle-page').then((m) => m.NeedlePage),
  },
  {
    path: 'filings',
    title: 'Filings on paper – Nab',
    loadComponent: () => import('./stations/filings/filings-page').then((m) => m.FilingsPage),
  },
  {
    path: 'trainer',
    title: 'Trainer – Nab',
    data: AT_THE_BENCH,
    loadComponent: () => import('./stations/trainer/trainer-page').then((m) => m.TrainerPage),
  },
  {
    path: 'guess',
    title: 'Guess the lift – Nab',
    data: AT_THE_BENCH,
    loadComponent: () => import('./stations/guess/guess-page').then((m) => m.GuessPage),
  },
  {
    path: 'permanent',
    title: 'Permanent or temporary – Nab',
    loadComponent: () => import('./stations/permanent/permanent-page').then((m) => m.PermanentPage),
  },
  {
    path: 'vote/:poll',
    title: 'Vote – Nab',
    data: { ...EVERYBODY, bare: true },
    loadComponent: () => import('./lesson/board/vote').then((m) => m.VotePage),
  },
  {
    path: 'investigations/:id/board',
    title: 'Board – Nab',
    data: { roles: ['educator', 'board'], bare: true },
    loadComponent: () => import('./lesson/board/board').then((m) => m.BoardPage),
  },
  {
    path: 'investigations/:id',
    data: AT_THE_BENCH,
    // Its page and what it shows are fetched side by side.
    canActivate: [
      ({ params }) => {
        inject(Server).fetchAhead(String(params['id']));
        return true;
      },
    ],
    loadComponent: () => import('./lesson/steps/investigation').then((m) => m.InvestigationPage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'question' },
      {
        path: 'question',
        title: 'Question – Nab',
        loadComponent: () => import('./lesson/question/question').then((m) => m.QuestionPage),
      },
      {
        path: 'magnet',
        title: 'Magnet – Nab',
        loadComponent: () => {
          // Most are about a magnet: its bench comes along while the investigation is being fetched.
          void import('./workbench/magnet/magnet-bench');
          return import('./workbench/registry/workbench-page').then((m) => m.WorkbenchPage);
        },
      },
      {
        path: 'field',
        title: 'Field – Nab',
        loadComponent: () => import('./stations/field/field-step').then((m) => m.FieldStep),
      },
      {
        path: 'prepare',
        title: 'Prepare – Nab',
        loadComponent: () => import('./lesson/prepare/prepare').then((m) => m.PreparePage),
      },
      {
        path: 'run',
        title: 'Run – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./lesson/run/run').then((m) => m.RunPage),
      },
      {
        path: 'demonstrate',
        title: 'Demonstrate – Nab',
        data: { by: 'educator' },
        loadComponent: () => import('./lesson/run/run').then((m) => m.RunPage),
      },
      {
        path: 'fix-it',
        title: 'Fix it – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./stations/fix-it/fix-it-step').then((m) => m.FixItStep),
      },
      {
        path: 'wind',
        title: 'Wind and count – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./lesson/wind/wind').then((m) => m.WindPage),
      },
      {
        path: 'history',
        title: 'History – Nab',
        loadComponent: () => import('./lesson/history/history').then((m) => m.HistoryPage),
      },
      {
        path: 'room',
        title: 'Room – Nab',
        loadComponent: () => import('./lesson/room/room').then((m) => m.RoomPage),
      },
      { path: 'bring-in', redirectTo: 'import' },
      {
        path: 'import',
        title: 'Bring in readings – Nab',
        loadComponent: () =>
          import('./lesson/import-readings/import-readings').then((m) => m.ImportReadingsPage),
      },
      {
        path: 'findings',
        title: 'Findings – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./lesson/findings/findings').then((m) => m.FindingsPage),
      },
    ],
  },
  {
    path: '**',
    data: EVERYBODY,
    title: 'Not here – Nab',
    loadComponent: () => import('./home/not-here').then((m) => m.NotHere),
  },
];

const fieldPrefetch = {
  provide: FIELD_PREFETCH,
  useFactory: () => {
    const injector = inject(Injector);
    return async (document: DesignDocument) => {
      const { prefetchField } = await import('./stations/field/prefetch-field');
      await prefetchField(injector, document);
    };
  },
};

export const routes: Routes = [
  {
    path: '',
    providers: [fieldPrefetch],
    canActivate: [libraryReady],
    canActivateChild: [mayEnter],
    children: pages,
  },
];
