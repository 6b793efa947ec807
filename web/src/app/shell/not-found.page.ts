import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';

@Component({
  selector: 'cn-not-found-page',
  imports: [ButtonModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main class="page stack">
      <h1>There is nothing at this address</h1>
      <p>The machine or page may have been deleted, or the address mistyped.</p>
      <p><a pButton routerLink="/">See the machines</a></p>
    </main>
  `,
})
export class NotFoundPage {}
