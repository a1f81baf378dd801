import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import Fuse from 'fuse.js';
import { Knowledge } from '../knowledge/knowledge';
import { find } from '../shared/search';

/** All whole jobs, found by household words. */
@Component({
  selector: 'dt-job-find',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule, RouterLink],
  templateUrl: './job-find.html',
  styleUrl: './job-find.scss',
})
export class JobFind {
  private readonly knowledge = inject(Knowledge);
  protected readonly asked = new FormControl('', { nonNullable: true });
  private readonly query = toSignal(this.asked.valueChanges, { initialValue: '' });
  private readonly all = computed(() => [...(this.knowledge.catalogue()?.jobs.values() ?? [])]);
  private readonly fuse = computed(
    () =>
      new Fuse(this.all(), { keys: [{ name: 'name', weight: 2 }, 'synonyms'], threshold: 0.36, ignoreLocation: true }),
  );
  protected readonly found = computed(() => (this.query().trim() ? find(this.fuse(), this.query()) : this.all()));
}
