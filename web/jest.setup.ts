import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

// jsdom lays nothing out, so it has no scrolling
Element.prototype.scrollIntoView = () => undefined;
