import type { Routes } from '@angular/router';
import type { MachinePage } from './machine/machine.page';

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Machines',
    loadComponent: () => import('./machines/machines.page').then((page) => page.MachinesPage),
  },
  {
    path: 'shelf',
    title: 'Parts shelf',
    loadComponent: () => import('./shelf/shelf.page').then((page) => page.ShelfPage),
  },
  { path: 'help', title: 'Help', loadComponent: () => import('./help/help.page').then((page) => page.HelpPage) },
  {
    path: 'training',
    title: 'Training',
    loadComponent: () => import('./training/training.page').then((page) => page.TrainingPage),
  },
  {
    path: 'backup',
    title: 'Backup',
    loadComponent: () => import('./backup/backup.page').then((page) => page.BackupPage),
  },
  {
    path: 'machines/:machineId',
    loadComponent: () => import('./machine/machine.page').then((page) => page.MachinePage),
    canDeactivate: [(page: MachinePage) => page.mayLeave()],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'drive-lines' },
      { path: 'job', title: 'Job', loadComponent: () => import('./job/job.page').then((page) => page.JobPage) },
      {
        path: 'drive-lines',
        title: 'Drive lines',
        loadComponent: () => import('./drive-lines/drive-lines.page').then((page) => page.DriveLinesPage),
      },
      {
        path: 'supply',
        title: 'Supply',
        loadComponent: () => import('./supply/supply.page').then((page) => page.SupplyPage),
      },
      {
        path: 'wiring',
        title: 'Wiring',
        loadComponent: () => import('./wiring/wiring.page').then((page) => page.WiringPage),
      },
      {
        path: 'current',
        title: 'Current',
        loadComponent: () => import('./current/current.page').then((page) => page.CurrentPage),
      },
      {
        path: 'moves',
        title: 'First moves',
        loadComponent: () => import('./moves/moves.page').then((page) => page.MovesPage),
      },
      {
        path: 'checks',
        title: 'Checks',
        loadComponent: () => import('./checks/checks.page').then((page) => page.ChecksPage),
      },
      {
        path: 'checks/:checkId',
        title: 'Check',
        loadComponent: () => import('./checks/check.page').then((page) => page.CheckPage),
      },
      {
        path: 'sign-off',
        title: 'Sign-off',
        loadComponent: () => import('./card/sign-off.page').then((page) => page.SignOffPage),
      },
      {
        path: 'passport',
        title: 'Machine passport',
        loadComponent: () => import('./passport/passport.page').then((page) => page.PassportPage),
      },
      {
        path: 'parts',
        title: 'Parts to get',
        loadComponent: () => import('./buying/buying.page').then((page) => page.BuyingPage),
      },
      {
        path: 'find',
        title: 'Match finder',
        loadComponent: () => import('./finder/finder.page').then((page) => page.FinderPage),
      },
      {
        path: 'plan',
        title: 'Plan the work',
        loadComponent: () => import('./planners/planners.page').then((page) => page.PlannersPage),
      },
      {
        path: 'captures',
        title: 'Pulse captures',
        loadComponent: () => import('./captures/captures.page').then((page) => page.CapturesPage),
      },
      {
        path: 'compare',
        title: 'Compare designs',
        loadComponent: () => import('./compare/compare.page').then((page) => page.ComparePage),
      },
      {
        path: 'logbook',
        title: 'Logbook',
        loadComponent: () => import('./logbook/logbook.page').then((page) => page.LogbookPage),
      },
    ],
  },
  {
    path: '**',
    title: 'Nothing here',
    loadComponent: () => import('./shell/not-found.page').then((page) => page.NotFoundPage),
  },
];
