import { Pipe, type PipeTransform } from '@angular/core';
import { withUnbrokenUnits } from './unbroken';

/** A sentence in which no line ends between a number and its unit. */
@Pipe({ name: 'cnUnbroken' })
export class UnbrokenPipe implements PipeTransform {
  transform(sentence: string): string {
    return withUnbrokenUnits(sentence);
  }
}
