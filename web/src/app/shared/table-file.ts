import { signal } from '@angular/core';
import { readCsv } from './csv';

/** A table that somebody picks as a file: its cells, or what is wrong with the file in a sentence. */
export class TableFile {
  private readonly read = signal<readonly (readonly string[])[] | null>(null);
  private readonly wrong = signal<string | null>(null);
  readonly cells = this.read.asReadonly();
  readonly unread = this.wrong.asReadonly();

  async take(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (file) await this.open(file);
  }
  async open(file: Blob): Promise<void> {
    this.wrong.set(null);
    this.leave();
    try {
      this.read.set(await readCsv(file));
    } catch (x) {
      this.wrong.set(x instanceof Error ? x.message : 'The file cannot be read.');
    }
  }
  leave(): void {
    this.read.set(null);
  }
}
