import type { Tool } from '@tare/contract';
import { cutRate, type CutRate } from '@tare/core';
import { useTools } from '../../../api/tools.js';
import { useDraft } from '../../../ui/useDraft.js';

export interface ChosenTool {
  readonly tools: readonly Tool[];
  readonly tool: Tool | null;
  readonly choose: (id: string) => void;
  readonly rate: CutRate | null;
}

/** The tool in the hand at this screen, and the rate it has learned. */
export function useTool(): ChosenTool {
  const { data: tools = [] } = useTools();
  const [toolId, choose] = useDraft('tool');
  const tool = tools.find(({ id }) => id === toolId) ?? null;
  return { tools, tool, choose, rate: tool ? cutRate(tool.samples) : null };
}
