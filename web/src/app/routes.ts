import { inject } from '@angular/core';
import type { Routes } from '@angular/router';
import { inEnglish } from './english';
import { mayEnter } from './roles';
import { Server } from './server';

/** Pages that are not the educator's alone. */
const AT_THE_BENCH = { roles: ['educator', 'group'] };
const EVERYBODY = { roles: ['educator', 'group', 'board', 'nobody'] };

const pages: Routes = [
  ...['join', 'join/:code'].map((path) => ({
    path,
    title: 'Join – Nab',
    data: EVERYBODY,
    loadComponent: () => import('./join/join').then((m) => m.JoinPage),
  })),
  {
    path: '',
    title: 'Investigations – Nab',
    loadComponent: () => import('./home/home').then((m) => m.Home),
  },
  {
    path: 'new',
    title: 'A new question – Nab',
    loadComponent: () => import('./question/begin').then((m) => m.BeginPage),
  },
  {
    path: 'shelf',
    title: 'Shelf – Nab',
    loadComponent: () => import('./shelf/shelf').then((m) => m.ShelfPage),
  },
  {
    path: 'shelf/search',
    title: 'Search the shelf – Nab',
    loadComponent: () => import('./shelf/search').then((m) => m.ShelfSearchPage),
  },
  {
    path: 'compare',
    title: 'Compare – Nab',
    loadComponent: () => import('./compare/compare').then((m) => m.ComparePage),
  },
  {
    path: 'wire-and-compass',
    title: 'Wire and compass – Nab',
    loadComponent: () =>
      import('./wire-and-compass/wire-and-compass').then((m) => m.WireAndCompassPage),
  },
  {
    path: 'compass-set',
    title: 'Wire, compass and cells – Nab',
    loadComponent: () => import('./compass/compass-page').then((m) => m.CompassPage),
  },
  {
    path: 'magnet',
    title: 'A magnet by itself – Nab',
    loadComponent: () => import('./magnet/magnet-page').then((m) => m.MagnetPage),
    children: [
      {
        path: '',
        pathMatch: 'full',
        loadComponent: () => import('./magnet/magnet-designer').then((m) => m.MagnetDesigner),
      },
      {
        path: 'field',
        title: 'Field – Nab',
        loadComponent: () => import('./field/field').then((m) => m.FieldPage),
      },
      {
        path: 'fix-it',
        title: 'Fix it – Nab',
        loadComponent: () => import('./fix-it/fix-it-page').then((m) => m.FixItPage),
      },
    ],
  },
  {
    path: 'shell-magnet',
    title: 'Shell magnet – Nab',
    loadComponent: () => import('./shell-magnet/shell-magnet').then((m) => m.ShellMagnetPage),
  },
  {
    path: 'track',
    title: 'Track – Nab',
    loadComponent: () => import('./rolling-cell/track-page').then((m) => m.TrackPage),
  },
  {
    path: 'spinner',
    title: 'Spinner – Nab',
    loadComponent: () => import('./spinner/spinner-page').then((m) => m.SpinnerPage),
  },
  {
    path: 'stations',
    title: 'Stations – Nab',
    loadComponent: () => import('./stations/stations-page').then((m) => m.StationsPage),
  },
  {
    path: 'needle',
    title: 'Needle – Nab',
    loadComponent: () => import('./needle/needle-page').then((m) => m.NeedlePage),
  },
  {
    path: 'filings',
    title: 'Filings on paper – Nab',
    loadComponent: () => import('./filings/filings-page').then((m) => m.FilingsPage),
  },
  {
    path: 'trainer',
    title: 'Trainer – Nab',
    data: AT_THE_BENCH,
    loadComponent: () => import('./trainer/trainer-page').then((m) => m.TrainerPage),
  },
  {
    path: 'guess',
    title: 'Guess the lift – Nab',
    data: AT_THE_BENCH,
    loadComponent: () => import('./guess/guess-page').then((m) => m.GuessPage),
  },
  {
    path: 'permanent',
    title: 'Permanent or temporary – Nab',
    loadComponent: () => import('./permanent/permanent-page').then((m) => m.PermanentPage),
  },
  {
    path: 'vote/:poll',
    title: 'Vote – Nab',
    data: { ...EVERYBODY, bare: true },
    loadComponent: () => import('./board/vote').then((m) => m.VotePage),
  },
  {
    path: 'investigations/:id/board',
    title: 'Board – Nab',
    data: { roles: ['educator', 'board'], bare: true },
    loadComponent: () => import('./board/board').then((m) => m.BoardPage),
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
    loadComponent: () => import('./steps/investigation').then((m) => m.InvestigationPage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'question' },
      {
        path: 'question',
        title: 'Question – Nab',
        loadComponent: () => import('./question/question').then((m) => m.QuestionPage),
      },
      {
        path: 'magnet',
        title: 'Magnet – Nab',
        loadComponent: () => {
          // Most are about a magnet: its bench comes along while the investigation is being fetched.
          void import('./magnet/magnet-bench');
          return import('./experiments/bench-page').then((m) => m.BenchPage);
        },
      },
      {
        path: 'field',
        title: 'Field – Nab',
        loadComponent: () => import('./field/field-step').then((m) => m.FieldStep),
      },
      {
        path: 'prepare',
        title: 'Prepare – Nab',
        loadComponent: () => import('./prepare/prepare').then((m) => m.PreparePage),
      },
      {
        path: 'run',
        title: 'Run – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./run/run').then((m) => m.RunPage),
      },
      {
        path: 'demonstrate',
        title: 'Demonstrate – Nab',
        data: { by: 'educator' },
        loadComponent: () => import('./run/run').then((m) => m.RunPage),
      },
      {
        path: 'fix-it',
        title: 'Fix it – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./fix-it/fix-it-step').then((m) => m.FixItStep),
      },
      {
        path: 'wind',
        title: 'Wind and count – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./wind/wind').then((m) => m.WindPage),
      },
      {
        path: 'history',
        title: 'History – Nab',
        loadComponent: () => import('./history/history').then((m) => m.HistoryPage),
      },
      {
        path: 'room',
        title: 'Room – Nab',
        loadComponent: () => import('./room/room').then((m) => m.RoomPage),
      },
      {
        path: 'bring-in',
        title: 'Bring in readings – Nab',
        loadComponent: () => import('./bring-in/bring-in').then((m) => m.BringInPage),
      },
      {
        path: 'findings',
        title: 'Findings – Nab',
        data: AT_THE_BENCH,
        loadComponent: () => import('./findings/findings').then((m) => m.FindingsPage),
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

export const routes: Routes = [
  { path: '', canActivate: [inEnglish], canActivateChild: [mayEnter], children: pages },
];
