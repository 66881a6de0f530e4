/** All commands: for scripts (script.ts), the command line, docs/commands.md and tests. */
import type { Command } from '../document/kind';
import { lateCommands } from './late';
import { firstCommands } from './register';

export const commands: readonly Command[] = [...firstCommands, ...lateCommands];
