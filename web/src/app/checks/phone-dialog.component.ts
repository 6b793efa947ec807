import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of } from 'rxjs';
import { CheckStore } from '../data/check-store';
import { DialogComponent } from '../ui/dialog.component';
import { qrPath } from '../ui/qr-path';

/** Modules of white around a code, that a camera needs. */
const QUIET = 4;
const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|\[::1\])$/;

/** The address of this check for a phone, as text and to be photographed; or how to start the server so that one can. */
@Component({
  selector: 'cn-phone-dialog',
  imports: [DialogComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-dialog heading="Open on the phone" (closed)="closed.emit()">
      @if (address(); as at) {
        <div class="stack">
          <p>The phone has to be in the same network. It asks for the passphrase, and opens on the reading pad.</p>
          <p class="number wrap-anywhere">{{ at }}</p>
          @if (code(); as qr) {
            <svg
              role="img"
              [attr.aria-label]="'Code of ' + at"
              [attr.viewBox]="-quiet + ' ' + -quiet + ' ' + (qr.size + 2 * quiet) + ' ' + (qr.size + 2 * quiet)"
            >
              <rect class="paper" [attr.x]="-quiet" [attr.y]="-quiet" width="100%" height="100%" />
              <path class="code" [attr.d]="qr.path" />
            </svg>
          }
        </div>
      } @else if (answer()) {
        <div class="stack">
          <p>This server answers only on this computer. Start it so that your network reaches it:</p>
          <pre class="number">HOST=0.0.0.0 PASSPHRASE='at least 8 characters' npm start</pre>
          <p class="small quiet">
            Whoever is in the network and knows the passphrase can then read and change everything here. Do it only in a
            network that you trust.
          </p>
        </div>
      } @else {
        <p role="status">Asking the server …</p>
      }
    </cn-dialog>
  `,
  styles: `
    svg {
      width: min(280px, 100%);
      aspect-ratio: 1;
    }

    /* A camera wants it dark on light, by night too. */
    .paper {
      fill: #fff;
    }

    .code {
      fill: #000;
    }

    pre {
      padding: 8px 10px;
      background: var(--sunk);
      white-space: pre-wrap;
    }
  `,
})
export class PhoneDialogComponent {
  readonly closed = output();
  protected readonly quiet = QUIET;
  protected readonly answer = toSignal(
    inject(CheckStore)
      .addresses()
      .pipe(
        map(({ addresses }) => ({ addresses })),
        // Without an answer the way to start it is still the right advice.
        catchError(() => of({ addresses: [] as readonly string[] })),
      ),
  );
  protected readonly address = computed(() => {
    const { protocol, host, hostname, pathname } = window.location;
    // Who came by the network knows an address that works.
    const base = LOOPBACK.test(hostname) ? this.answer()?.addresses[0] : `${protocol}//${host}`;
    return base === undefined ? null : `${base}${pathname}`;
  });
  protected readonly code = computed(() => {
    const address = this.address();
    return address === null ? null : qrPath(address);
  });
}
