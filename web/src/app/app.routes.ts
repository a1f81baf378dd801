import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { chooseFeature } from './choose/choose.state';
import { diluteFeature } from './dilute/dilute.state';
import { kitsFeature } from './kits/kits.state';
import { logEffects, logFeature } from './log/log.state';
import { makeEffects, makeFeature } from './make/make.state';
import { mixFeature } from './mix/mix.state';
import { roomsFeature } from './rooms/rooms.state';
import { mayGoOn, mayLeave } from './shared/unsaved';

const places: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'rooms' },
  {
    path: 'rooms',
    providers: [provideState(roomsFeature)],
    title: 'Rooms · Dolly Tub',
    loadComponent: () => import('./rooms/rooms.page').then((m) => m.RoomsPage),
  },
  {
    path: 'rooms/:room',
    providers: [provideState(roomsFeature)],
    title: 'Rooms · Dolly Tub',
    loadComponent: () => import('./rooms/rooms.page').then((m) => m.RoomsPage),
  },
  {
    path: 'start',
    title: 'Dolly Tub',
    loadComponent: () => import('./make/start.page').then((m) => m.StartPage),
  },
  {
    path: 'make',
    title: 'Make my house · Dolly Tub',
    providers: [provideState(makeFeature), provideEffects(makeEffects)],
    loadComponent: () => import('./make/make.page').then((m) => m.MakePage),
  },
  {
    path: 'choose',
    providers: [provideState(chooseFeature)],
    title: 'Choose · Dolly Tub',
    loadComponent: () => import('./choose/choose.page').then((m) => m.ChoosePage),
  },
  {
    path: 'choose/job',
    title: 'A whole job · Dolly Tub',
    loadComponent: () => import('./choose/job.page').then((m) => m.JobPage),
  },
  {
    path: 'choose/job/:job',
    title: 'A whole job · Dolly Tub',
    loadComponent: () => import('./choose/job.page').then((m) => m.JobPage),
  },
  {
    path: 'choose/claim/:claim',
    title: 'Is it so? · Dolly Tub',
    loadComponent: () => import('./choose/claim.page').then((m) => m.ClaimPage),
  },
  {
    path: 'choose/product/:product',
    title: 'What it is good for · Dolly Tub',
    loadComponent: () => import('./choose/product.page').then((m) => m.ProductPage),
  },
  {
    path: 'choose/tool/:tool',
    title: 'What it is good for · Dolly Tub',
    loadComponent: () => import('./choose/tool.page').then((m) => m.ToolPage),
  },
  {
    path: 'choose/surface/:material',
    title: 'What it bears · Dolly Tub',
    loadComponent: () => import('./choose/surface.page').then((m) => m.SurfacePage),
  },
  {
    path: 'choose/surface/:material/:finish',
    title: 'What it bears · Dolly Tub',
    loadComponent: () => import('./choose/surface.page').then((m) => m.SurfacePage),
  },
  {
    path: 'choose/mark/:mark',
    title: 'What lifts it · Dolly Tub',
    loadComponent: () => import('./choose/mark.page').then((m) => m.MarkPage),
  },
  {
    path: 'choose/find',
    title: 'What is it? · Dolly Tub',
    loadComponent: () => import('./choose/find.page').then((m) => m.FindPage),
  },
  {
    path: 'choose/field',
    title: 'All at a glance · Dolly Tub',
    loadComponent: () => import('./choose/field.page').then((m) => m.FieldPage),
  },
  {
    path: 'emergency',
    title: 'It has been mixed · Dolly Tub',
    loadComponent: () => import('./emergency/emergency.page').then((m) => m.EmergencyPage),
  },
  {
    path: 'own',
    title: 'Own things · Dolly Tub',
    loadComponent: () => import('./own/own.page').then((m) => m.OwnPage),
  },
  {
    path: 'mix',
    providers: [provideState(mixFeature)],
    title: 'Mix · Dolly Tub',
    loadComponent: () => import('./mix/mix.page').then((m) => m.MixPage),
  },
  {
    path: 'mix/shelf',
    title: 'The whole shelf · Dolly Tub',
    loadComponent: () => import('./mix/shelf.page').then((m) => m.ShelfMatrixPage),
  },
  {
    path: 'dilute',
    providers: [provideState(diluteFeature)],
    title: 'Dilute · Dolly Tub',
    loadComponent: () => import('./dilute/dilute.page').then((m) => m.DilutePage),
  },
  {
    path: 'kits',
    providers: [provideState(kitsFeature)],
    title: 'Kits · Dolly Tub',
    loadComponent: () => import('./kits/kits.page').then((m) => m.KitsPage),
  },
  {
    path: 'kits/least',
    title: 'The least that does it · Dolly Tub',
    loadComponent: () => import('./kits/least.page').then((m) => m.LeastPage),
  },
  {
    path: 'kits/pack',
    title: 'What goes along · Dolly Tub',
    loadComponent: () => import('./kits/pack.page').then((m) => m.PackPage),
  },
  {
    path: 'kits/all',
    title: 'All kits · Dolly Tub',
    loadComponent: () => import('./kits/all.page').then((m) => m.AllKitsPage),
  },
  {
    path: 'kits/new',
    title: 'One more kit · Dolly Tub',
    loadComponent: () => import('./kits/kit-make.page').then((m) => m.KitMakePage),
  },
  {
    path: 'kits/:kit',
    providers: [provideState(kitsFeature)],
    title: 'Kits · Dolly Tub',
    loadComponent: () => import('./kits/kits.page').then((m) => m.KitsPage),
  },
  {
    path: 'list',
    title: 'To buy · Dolly Tub',
    loadComponent: () => import('./list/list.page').then((m) => m.ListPage),
  },
  {
    path: 'code',
    title: 'Packs by their code · Dolly Tub',
    loadComponent: () => import('./codes/codes.page').then((m) => m.CodesPage),
  },
  {
    path: 'log',
    providers: [provideState(logFeature), provideEffects(logEffects)],
    title: 'Log · Dolly Tub',
    loadComponent: () => import('./log/log.page').then((m) => m.LogPage),
  },
  {
    path: 'settings',
    title: 'Settings · Dolly Tub',
    loadComponent: () => import('./settings/settings.page').then((m) => m.SettingsPage),
  },
  { path: 'do/:run', title: 'Doing · Dolly Tub', loadComponent: () => import('./run/run.page').then((m) => m.RunPage) },
  {
    path: '**',
    title: 'Not found · Dolly Tub',
    loadComponent: () => import('./shell/not-found').then((m) => m.NotFound),
  },
];
/** The places that work. Each is loaded when it is first opened, and left only with what was begun there kept. */
/** Pages with forms that show one record after another. */
const ONE_AFTER_ANOTHER = new Set(['rooms', 'rooms/:room', 'kits/:kit']);
export const routes: Routes = places.map((r) =>
  r.loadComponent
    ? {
        ...r,
        canDeactivate: [mayLeave],
        ...(ONE_AFTER_ANOTHER.has(r.path!)
          ? { canActivate: [mayGoOn], runGuardsAndResolvers: 'paramsOrQueryParamsChange' as const }
          : {}),
      }
    : r,
);
