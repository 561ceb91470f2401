import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as jobEffects from '../state/job.effects';
import { jobFeature } from '../state/job.feature';

export const jobRoutes: Routes = [
  {
    path: '',
    providers: [provideState(jobFeature), provideEffects(jobEffects)],
    loadComponent: () => import('./job-shell').then((m) => m.JobShell),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'arrival' },
      {
        path: 'arrival',
        title: 'Arrival · Oak Gate',
        loadComponent: () => import('./arrival.page').then((m) => m.ArrivalPage),
      },
      {
        path: 'rings',
        title: 'Ring end gap · Oak Gate',
        loadComponent: () => import('../bench/bench.page').then((m) => m.BenchPage),
      },
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
        path: 'release',
        title: 'Record · Oak Gate',
        loadComponent: () => import('./record.page').then((m) => m.RecordPage),
      },
    ],
  },
];
