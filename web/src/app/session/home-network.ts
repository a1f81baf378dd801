import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused, type SessionState } from '../household/api';
import { householdEvents } from '../household/state';

/** The house's passphrase, who is signed in, and what others type to get here. */
@Component({
  selector: 'dt-home-network',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './home-network.html',
  styleUrl: './home-network.scss',
})
export class HomeNetwork {
  private readonly api = inject(HouseholdApi);
  private readonly store = inject(Store);
  protected readonly session = signal<SessionState | null>(null);
  protected readonly changing = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({
    current: new FormControl('', { nonNullable: true }),
    passphrase: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
  });
  /** What only works over TLS or on this machine: an offline copy, and a screen that stays awake. */
  protected readonly secure = globalThis.isSecureContext;

  constructor() {
    void this.read();
  }
  private async read(): Promise<void> {
    try {
      const session = await this.api.session();
      this.session.set(session);
      const { passphrase } = this.form.controls;
      passphrase.setValidators([Validators.required, Validators.minLength(session.shortest)]);
      passphrase.updateValueAndValidity();
    } catch {
      this.session.set(null);
    }
  }
  protected async save(): Promise<void> {
    if (this.form.invalid) return;
    const { current, passphrase } = this.form.getRawValue();
    await this.saying(async () => {
      await this.api.setPassphrase(passphrase, current);
      this.form.reset();
      this.changing.set(false);
      return this.session()?.open
        ? 'It is set. Every device must sign in again.'
        : 'It is set. Start Dolly Tub again with HOST=0.0.0.0, and others can come in with it.';
    });
    await this.read();
  }
  protected async signOut(everywhere: boolean): Promise<void> {
    await this.saying(async () => {
      await this.api.signOut(everywhere);
      this.store.dispatch(householdEvents.signedOut());
      return null;
    });
  }
  private async saying(work: () => Promise<string | null>): Promise<void> {
    try {
      this.said.set(await work());
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work: try again.');
    }
  }
}
