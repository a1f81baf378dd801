import { type EnvironmentProviders, inject, provideEnvironmentInitializer } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import add from 'lucide-static/icons/plus.svg';
import ask from 'lucide-static/icons/search.svg';
import bottle from 'lucide-static/icons/spray-can.svg';
import bought from 'lucide-static/icons/shopping-basket.svg';
import camera from 'lucide-static/icons/camera.svg';
import change from 'lucide-static/icons/pencil.svg';
import count from 'lucide-static/icons/list-checks.svg';
import code from 'lucide-static/icons/scan-barcode.svg';
import copy from 'lucide-static/icons/copy.svg';
import begin from 'lucide-static/icons/play.svg';
import leaveOut from 'lucide-static/icons/x.svg';
import move from 'lucide-static/icons/move.svg';
import print from 'lucide-static/icons/printer.svg';
import save from 'lucide-static/icons/download.svg';
import settings from 'lucide-static/icons/sliders-horizontal.svg';
import shelf from 'lucide-static/icons/package-open.svg';
import mark from '../../../public/mark.svg';
import undo from 'lucide-static/icons/undo-2.svg';

/** Signs beside words, by what they stand for here; only these are shipped (Lucide, ISC licence). */
const ICONS = {
  add,
  ask,
  begin,
  bottle,
  bought,
  camera,
  change,
  code,
  copy,
  count,
  'leave-out': leaveOut,
  mark,
  move,
  print,
  save,
  settings,
  shelf,
  undo,
};

/** The signs for `mat-icon svgIcon`, out of the program itself: nothing is fetched. */
export const provideIcons = (): EnvironmentProviders =>
  provideEnvironmentInitializer(() => {
    const [registry, sanitizer] = [inject(MatIconRegistry), inject(DomSanitizer)];
    for (const [name, svg] of Object.entries(ICONS))
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
  });
