import { ChangeDetectionStrategy, Component, output } from '@angular/core';
import { DialogComponent } from '../ui/dialog.component';

const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['?', 'This list'],
  ['f', 'Find a page, a field, a figure, a part or an action'],
  ['g then 1 to 8', 'Operation 10 to 80 of the open machine'],
  ['g then l', 'Its logbook'],
  ['g then m, g then s', 'All machines, the parts shelf'],
  ['n', 'Do what stands under Next; on the list, begin a machine'],
  ['b', 'Bench sums of the open machine'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['← →', 'Between the stations of a drive line'],
  ['w', 'Show the working of the figure in focus'],
  ['Enter', 'In readings: keep it and go on to the next'],
  ['↑ ↓', 'In readings: the one before, the one after'],
  ['x, y, z …', 'In first moves: the axis of that letter'],
  ['Enter, 1 to 9', 'In first moves: do what the step asks; say what is seen'],
  ['← → held', 'In first moves: jog back and forward'],
  ['Space', 'Stop whatever moves'],
  ['Esc', 'Leave a field; close a dialog or the working'],
];

@Component({
  selector: 'cn-keys-dialog',
  imports: [DialogComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-dialog heading="Keys" (closed)="closed.emit()">
      <table class="plain-table">
        <thead class="visually-hidden">
          <tr>
            <th scope="col">Key</th>
            <th scope="col">What it does</th>
          </tr>
        </thead>
        <tbody>
          @for (entry of keys; track entry[0]) {
            <tr>
              <td class="number">{{ entry[0] }}</td>
              <td>{{ entry[1] }}</td>
            </tr>
          }
        </tbody>
      </table>
    </cn-dialog>
  `,
})
export class KeysDialogComponent {
  readonly closed = output();
  protected readonly keys = KEYS;
}
