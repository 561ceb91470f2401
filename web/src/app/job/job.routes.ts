import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as jobEffects from '../state/job.effects';
import { jobFeature } from '../state/job.feature';
import type { StagePages } from './stage.page';

const pages: StagePages = {
  arrival: () => import('./arrival.page').then((m) => m.ArrivalPage),
  inspection: () => import('../inspection/inspection.page').then((m) => m.InspectionPage),
  map: () => import('../strip/map.page').then((m) => m.MapPage),
  sheets: () => import('../bench/bench.page').then((m) => m.BenchPage),
  record: () => import('./record.page').then((m) => m.RecordPage),
  gate: () => import('./gate.page').then((m) => m.GatePage),
};
/** One page stands for every stage of every route. */
const stagePage = { data: { pages }, loadComponent: () => import('./stage.page').then((m) => m.StagePage) };

export const jobRoutes: Routes = [
  {
    path: '',
    providers: [provideState(jobFeature), provideEffects(jobEffects)],
    loadComponent: () => import('./job-shell').then((m) => m.JobShell),
    children: [
      { path: '', pathMatch: 'full', ...stagePage },
      {
        path: 'limits',
        title: 'Limits · Oak Gate',
        loadComponent: () => import('./limits.page').then((m) => m.LimitsPage),
      },
      {
        path: 'fit',
        title: 'What governs here · Oak Gate',
        loadComponent: () => import('./fit.page').then((m) => m.FitPage),
      },
      {
        path: 'gate/:stage',
        title: 'Gate · Oak Gate',
        loadComponent: () => import('./gate.page').then((m) => m.GatePage),
      },
      {
        path: 'filing',
        title: 'Filing · Oak Gate',
        loadComponent: () => import('../bench/filing/filing.page').then((m) => m.FilingPage),
      },
      {
        path: 'shims',
        title: 'Shims · Oak Gate',
        loadComponent: () => import('../bench/shims/shims.page').then((m) => m.ShimsPage),
      },
      {
        path: 'running',
        title: 'Running clearances · Oak Gate',
        loadComponent: () => import('../strip/running.page').then((m) => m.RunningPage),
      },
      {
        path: 'shells',
        title: 'Shells · Oak Gate',
        loadComponent: () => import('../bench/shells/shells.page').then((m) => m.ShellsPage),
      },
      {
        path: 'pistons',
        title: 'Pistons · Oak Gate',
        loadComponent: () => import('../bench/pistons/pistons.page').then((m) => m.PistonsPage),
      },
      {
        path: 'parts',
        title: 'Parts · Oak Gate',
        loadComponent: () => import('../parts/parts.page').then((m) => m.PartsPage),
      },
      {
        path: 'kits',
        title: 'Kits · Oak Gate',
        loadComponent: () => import('../parts/kits.page').then((m) => m.KitsPage),
      },
      {
        path: 'questions',
        title: 'Questions · Oak Gate',
        loadComponent: () => import('./questions/questions.page').then((m) => m.QuestionsPage),
      },
      {
        path: 'refit',
        title: 'Back in as found · Oak Gate',
        loadComponent: () => import('../strip/refit.page').then((m) => m.RefitPage),
      },
      { path: ':stage', ...stagePage },
    ],
  },
];
