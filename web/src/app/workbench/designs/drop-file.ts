import { Directive, output } from '@angular/core';

/** Takes a file that is dropped anywhere on the element; NG-ZORRO’s upload takes it only in its box. */
@Directive({
  selector: '[nabDropFile]',
  host: { '(dragover)': 'over($event)', '(drop)': 'drop($event)' },
})
export class DropFile {
  readonly nabDropFile = output<File>();

  protected over(event: DragEvent): void {
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
  }

  protected drop(event: DragEvent): void {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    this.nabDropFile.emit(file);
  }
}
