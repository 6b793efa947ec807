import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './app/app.config';
import { AppComponent } from './app/app.component';

bootstrapApplication(AppComponent, appConfig).catch((error: unknown) => {
  // Nothing of the application is there to show it, so the page itself must.
  document.body.append(`The application did not start: ${String(error)}`);
});
