import type { Tool } from '@tare/contract';
import { cutRate, type CutRate, type PartMetal } from '@tare/core';
import { useTools } from '../../../api/tools.js';
import { useDraft } from '../../../ui/useDraft.js';

export interface ChosenTool {
  readonly tools: readonly Tool[];
  readonly tool: Tool | null;
  readonly choose: (id: string) => void;
  /** What it takes off a metal; null while it has not cut any. */
  readonly rateIn: (metal: PartMetal) => CutRate | null;
}

/** The tool in the hand at this screen, and the rates it has learned. */
export function useTool(): ChosenTool {
  const { data: tools = [] } = useTools();
  const [toolId, choose] = useDraft('tool');
  const tool = tools.find(({ id }) => id === toolId) ?? null;
  return { tools, tool, choose, rateIn: (metal) => (tool ? cutRate(tool.samples, metal) : null) };
}
