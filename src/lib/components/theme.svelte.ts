/** Day or night, kept in the browser. */
import { themes, type ThemeName, type Tokens } from '../tokens';

const mark = 'cliffstead theme';

class Theme {
  name = $state<ThemeName>('day');

  get tokens(): Tokens {
    return themes[this.name];
  }

  load() {
    this.set(localStorage.getItem(mark) === 'night' ? 'night' : 'day');
  }

  toggle() {
    this.set(this.name === 'day' ? 'night' : 'day');
    localStorage.setItem(mark, this.name);
  }

  private set(name: ThemeName) {
    this.name = name;
    document.documentElement.dataset.theme = name;
  }
}

export const theme = new Theme();
