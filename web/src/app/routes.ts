import type { Routes } from '@angular/router';

/** Sections load when they are opened; charts and the part view come with the steps that need them. */
export const ROUTES: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'walk' },
  { path: 'walk', title: 'Walk · Cuadro', loadComponent: () => import('../walk/walk-page').then((m) => m.WalkPage) },
  { path: 'cases', title: 'Cases · Cuadro', loadComponent: () => import('../cases/cases-page').then((m) => m.CasesPage) },
  { path: 'shop', title: 'Shop · Cuadro', loadComponent: () => import('../shop/shop-page').then((m) => m.ShopPage) },
  { path: 'payback', title: 'Payback · Cuadro', loadComponent: () => import('../payback/payback-page').then((m) => m.PaybackPage) },
  { path: 'board', title: 'Board · Cuadro', loadComponent: () => import('../board/board-page').then((m) => m.BoardPage) },
  { path: 'log', title: 'Log · Cuadro', loadComponent: () => import('../log/log-page').then((m) => m.LogPage) },
  { path: 'due', title: 'Due · Cuadro', loadComponent: () => import('../due/due-page').then((m) => m.DuePage) },
  { path: 'house', title: 'House · Cuadro', loadComponent: () => import('../house/house-page').then((m) => m.HousePage) },
  { path: 'sign-in', title: 'Sign in · Cuadro', loadComponent: () => import('../people/sign-in-page').then((m) => m.SignInPage) },
  { path: 'first', redirectTo: 'sign-in' },
  { path: 'shelf', title: 'Shelf · Cuadro', loadComponent: () => import('../shelf/shelf-page').then((m) => m.ShelfPage) },
  {
    path: 'case/:id',
    loadComponent: () => import('../case/case-page').then((m) => m.CasePage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'need' },
      { path: 'need', title: 'Need · Cuadro', loadComponent: () => import('../case/need/need-step').then((m) => m.NeedStep) },
      { path: 'shape', title: 'Shape · Cuadro', loadComponent: () => import('../case/shape/shape-step').then((m) => m.ShapeStep) },
      { path: 'plan', title: 'Plan · Cuadro', loadComponent: () => import('../case/plan/plan-step').then((m) => m.PlanStep) },
      { path: 'routes', title: 'Routes · Cuadro', loadComponent: () => import('../case/routes/routes-step').then((m) => m.RoutesStep) },
      { path: 'sheet', title: 'Sheet · Cuadro', loadComponent: () => import('../case/sheet/sheet-step').then((m) => m.SheetStep) },
      { path: 'verdict', title: 'Verdict · Cuadro', loadComponent: () => import('../case/verdict/verdict-step').then((m) => m.VerdictStep) },
      { path: 'papers', title: 'Papers · Cuadro', loadComponent: () => import('../case/papers/papers-step').then((m) => m.PapersStep) },
      { path: 'proof', title: 'Proof · Cuadro', loadComponent: () => import('../case/proof/proof-step').then((m) => m.ProofStep) },
    ],
  },
  { path: '**', title: 'Not found · Cuadro', loadComponent: () => import('./not-found').then((m) => m.NotFound) },
];
