'use client';
/** Rules of a channel: conditions and the look of what they hold for, the first that holds wins. */
import { ArrowUp, Plus, X } from 'lucide-react';
import type { LookRule } from '@/core/style';
import { IconButton, TextField } from '@/ui/kit';
import { GroupForm } from './keep/conditions';
import type { ChannelProps } from './style-channel';
import { LookForm, firstLook } from './style-look';

export function Rules({
  form: { key, look, title },
  style,
  before,
  set,
}: ChannelProps & { before: NonNullable<ChannelProps['before']> }) {
  if (!look) return null;
  const rules = style.rules[key] ?? [];
  const write = (next: readonly LookRule[], merge?: string): void => {
    const { [key]: _before, ...others } = style.rules;
    set({ rules: next.length ? { ...others, [key]: [...next] } : others }, merge && `${key} ${merge}`);
  };
  const change = (i: number, part: Partial<LookRule>, merge?: string): void =>
    write(
      rules.map((rule, k) => (k === i ? { ...rule, ...part } : rule)),
      merge,
    );
  return (
    <div className="mt-3" role="group" aria-label={`Rules of ${title}`}>
      {rules.length > 0 && <p className="text-sm text-quiet">The first rule that holds gives the look.</p>}
      <ol>
        {rules.map((rule, i) => (
          <li key={i} className="mt-2 rounded-md border border-line p-2" aria-label={`Rule ${i + 1}`}>
            <div className="flex items-center justify-between">
              <span className="text-sm font-semibold">{i === 0 ? 'If' : 'Else, if'}</span>
              <span>
                {i > 0 && (
                  <IconButton
                    name={`Rule ${i + 1} before the one above`}
                    onClick={() => write(rules.with(i - 1, rule).with(i, rules[i - 1]))}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </IconButton>
                )}
                <IconButton name={`Without rule ${i + 1}`} onClick={() => write(rules.filter((_, k) => k !== i))}>
                  <X size={14} aria-hidden />
                </IconButton>
              </span>
            </div>
            <GroupForm
              group={rule.where}
              on={look.of}
              before={before}
              depth={0}
              onChange={(where) => change(i, { where })}
            />
            <LookForm
              look={look}
              value={rule.look}
              onChange={(next, merge) => change(i, { look: next }, merge && `${i} ${merge}`)}
            />
            {look.legend && (
              <TextField
                label="In the legend"
                value={rule.words}
                placeholder="the condition in words"
                onCommit={(words) => change(i, { words })}
              />
            )}
          </li>
        ))}
      </ol>
      <button
        type="button"
        className="mt-2 inline-flex items-center gap-1 text-sm font-semibold text-accent"
        onClick={() => write([...rules, { where: { match: 'all', rules: [] }, look: firstLook(look), words: '' }])}
      >
        <Plus size={14} aria-hidden /> Rule
      </button>
    </div>
  );
}
