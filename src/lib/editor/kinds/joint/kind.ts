/** Joints: cut from their pictures. They have no card: they are pointed at by their walls. */
import { unseen, type EditorKind } from '../kind';
import { JointTool } from './tool';

export const joint: EditorKind = { ...unseen, tools: { joint: (editor) => new JointTool(editor) } };
