import type { Routes } from '@angular/router';
import { notSetUp, signedIn, someone } from './state/session.guard';
import { AwayPage } from './ui/away.page';
import { askBeforeLeaving } from './ui/unsaved';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'floor' },
  {
    path: 'set-up',
    title: 'Set up · Oak Gate',
    canActivate: [notSetUp],
    loadComponent: () => import('./people/set-up.page').then((m) => m.SetUpPage),
  },
  {
    path: 'sign-in',
    title: 'Sign in · Oak Gate',
    loadComponent: () => import('./people/sign-in.page').then((m) => m.SignInPage),
  },
  {
    path: 'own-pin',
    title: 'Your PIN · Oak Gate',
    canActivate: [someone],
    loadComponent: () => import('./people/own-pin.page').then((m) => m.OwnPinPage),
  },
  // Not fetched when it is needed: it stands in for what could not be.
  { path: 'away', title: 'Oak Gate', component: AwayPage },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: () => import('./ui/shell').then((m) => m.Shell),
    children: [
      {
        path: 'floor',
        title: 'Floor · Oak Gate',
        loadComponent: () => import('./floor/floor.page').then((m) => m.FloorPage),
      },
      {
        path: 'setting-up',
        title: 'Setting up · Oak Gate',
        loadComponent: () => import('./setting-up/setting-up.page').then((m) => m.SettingUpPage),
      },
      {
        path: 'jobs/new',
        title: 'Open a job · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./floor/open-job.page').then((m) => m.OpenJobPage),
      },
      { path: 'jobs/:jobId', loadChildren: () => import('./job/job.routes').then((m) => m.jobRoutes) },
      {
        path: 'verify',
        title: 'Verify a record · Oak Gate',
        loadComponent: () => import('./people/verify.page').then((m) => m.VerifyPage),
      },
      {
        path: 'kept',
        title: 'Kept on this tablet · Oak Gate',
        loadComponent: () => import('./ui/kept.page').then((m) => m.KeptPage),
      },
      {
        path: 'engines',
        title: 'Engines · Oak Gate',
        loadComponent: () => import('./engines/engines.page').then((m) => m.EnginesPage),
      },
      {
        path: 'library',
        title: 'Library · Oak Gate',
        loadComponent: () => import('./library/library.page').then((m) => m.LibraryPage),
      },
      {
        path: 'library/new',
        title: 'Draft a document · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./library/document-form.page').then((m) => m.DocumentFormPage),
      },
      {
        path: 'library/import',
        title: 'Bring in a file · Oak Gate',
        loadComponent: () => import('./library/library-import.page').then((m) => m.LibraryImportPage),
      },
      {
        path: 'library/governs',
        title: 'What governs here · Oak Gate',
        loadComponent: () => import('./library/governs.page').then((m) => m.GovernsPage),
      },
      {
        path: 'library/compare',
        title: 'Compare · Oak Gate',
        loadComponent: () => import('./library/compare.page').then((m) => m.ComparePage),
      },
      {
        path: 'library/routes/:route',
        title: 'Route · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./library/routes/route.page').then((m) => m.RoutePage),
      },
      {
        path: 'library/measured/new',
        title: 'Something to measure · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./library/measured/measured.page').then((m) => m.MeasuredPage),
      },
      {
        path: 'library/models/:model',
        title: 'Engine model · Oak Gate',
        loadComponent: () =>
          import('./library/model-editor/model-editor.page').then((m) => m.ModelEditorPage),
      },
      {
        path: 'library/:revision/edit',
        title: 'Change a draft · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./library/document-form.page').then((m) => m.DocumentFormPage),
      },
      {
        path: 'library/:revision/import',
        title: 'Read a table · Oak Gate',
        loadComponent: () => import('./library/table-import.page').then((m) => m.TableImportPage),
      },
      {
        path: 'library/:revision',
        title: 'Document · Oak Gate',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./library/document.page').then((m) => m.DocumentPage),
      },
      {
        path: 'instruments',
        title: 'Instruments · Oak Gate',
        loadComponent: () => import('./instruments/instruments.page').then((m) => m.InstrumentsPage),
      },
      {
        path: 'shop',
        title: 'Shop · Oak Gate',
        loadComponent: () => import('./people/shop.page').then((m) => m.ShopPage),
      },
    ],
  },
  { path: '**', redirectTo: 'floor' },
];
