import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule, type MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { map } from 'rxjs';
import { selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { interpret, type Suggestion } from './interpret';

const EXAMPLES = ['limescale on acrylic', 'can I mix bleach and vinegar', 'bleach 1000 ppm 2 L', 'wine on wool'];

/** Ask in words: opens with / or Ctrl K. */
@Component({
  selector: 'dt-command-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule, MatDialogModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './command-box.html',
  styleUrl: './command-box.scss',
})
export class CommandBox {
  private readonly dialog = inject(MatDialogRef<CommandBox>);
  private readonly router = inject(Router);
  private readonly knowledge = inject(Knowledge);
  private readonly store = inject(Store);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly rooms = this.store.selectSignal(selectRooms);
  protected readonly examples = EXAMPLES;
  /** What is typed; for a moment what was taken of the list. */
  protected readonly asked = new FormControl<string | Suggestion>('', { nonNullable: true });
  protected readonly text = toSignal(this.asked.valueChanges.pipe(map((x) => (typeof x === 'string' ? x : x.title))), {
    initialValue: '',
  });
  protected readonly found = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? interpret(this.text(), c, this.spots(), this.rooms()) : [];
  });
  protected shown = (x: string | Suggestion): string => (typeof x === 'string' ? x : x.title);

  constructor() {
    void this.knowledge.load();
  }
  /** An example is a question to go on with; an answer is where to go. */
  protected take(x: string | Suggestion, list: MatAutocompleteTrigger): void {
    if (typeof x === 'string') {
      // it closes once its choice is made
      setTimeout(() => list.openPanel());
      return;
    }
    this.dialog.close();
    void this.router.navigate(x.path, { queryParams: x.query });
  }
}
