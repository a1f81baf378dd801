import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { householdEvents } from '../household/state';

/** The door of the house, for a device that has not given the passphrase. What was typed behind it stays there. */
@Component({
  selector: 'dt-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule, RouterLink],
  templateUrl: './sign-in.html',
  styleUrl: './sign-in.scss',
})
export class SignIn {
  private readonly api = inject(HouseholdApi);
  private readonly store = inject(Store);
  protected readonly form = new FormGroup({
    passphrase: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
  });
  protected readonly said = signal<string | null>(null);
  protected readonly asking = signal(false);

  protected async enter(): Promise<void> {
    if (this.form.invalid || this.asking()) return;
    this.asking.set(true);
    try {
      await this.api.signIn(this.form.getRawValue().passphrase);
      this.form.reset();
      this.store.dispatch(householdEvents.signedIn());
      this.store.dispatch(householdEvents.opened());
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work: try again.');
    } finally {
      this.asking.set(false);
    }
  }
}
