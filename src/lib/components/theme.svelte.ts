/** Day or night, kept in the browser; until one is chosen, as the system is set. */
import { themes, type ThemeName, type Tokens } from '../tokens';

const mark = 'cliffstead theme';

class Theme {
  name = $state<ThemeName>('day');

  get tokens(): Tokens {
    return themes[this.name];
  }

  load() {
    const kept = localStorage.getItem(mark);
    const isNight = kept ? kept === 'night' : matchMedia('(prefers-color-scheme: dark)').matches;
    this.set(isNight ? 'night' : 'day');
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
