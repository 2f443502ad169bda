'use client';
/** The settings of one channel: its ways, its rules, and what was set by hand. */
import { worthHolding } from '@/core/amounts';
import type { ChannelName, ColourByCategory, StyleSettings } from '@/core/style';
import type { SettingField } from '@/core/settings';
import { own } from '@/core/own';
import { Choose, TextField } from '@/ui/kit';
import { type Change, Setting, SettingsForm } from '@/ui/kit/settings-form';
import type { Holdings } from '@/worker/client';
import type { ChannelFormOf } from './style-forms';
import { ByHand } from './style-by-hand';
import { ColumnField, columnsFor } from './style-columns';
import { Held } from './style-held';
import { LegendLines } from './style-legend';
import { PaletteField } from './style-palette';
import { Rules } from './style-rules';
import { ValueColours, ValueLooks } from './style-values';

export interface ChannelProps {
  form: ChannelFormOf;
  style: StyleSettings;
  before: Holdings | undefined;
  set: Change;
}

type Values = Readonly<Record<string, unknown>>;

export function ChannelForm({ form, style, before, set }: ChannelProps) {
  return (
    <>
      <OwnSetting form={form} style={style} before={before} set={set} />
      {form.look && before && <Rules form={form} style={style} before={before} set={set} />}
      {form.look && <ByHand form={form} style={style} set={set} />}
      {form.key === 'legend' && style.legend && <LegendLines style={style} set={set} />}
    </>
  );
}

function OwnSetting({ form, style, before, set }: ChannelProps) {
  const { key, title, ways, fields, single } = form;
  const more = (field: SettingField, values: Values, onChange: Change) =>
    moreFields(key, field, values, before, onChange);
  if (ways) {
    const rule = style[key] as Values;
    const way = ways.find(({ by }) => by === rule.by);
    const begin = (by: string): unknown => {
      const begun = ways
        .find((one) => one.by === by)
        ?.begin((wish) => columnsFor(wish, before).map(({ value }) => value));
      return begun && by === 'amount' ? { ...begun, ...heldFor(key, String(begun.column), before) } : begun;
    };
    return (
      <>
        {ways.length > 1 && (
          <Choose
            label={title}
            value={rule.by as string}
            choices={ways.map((one) => ({ value: one.by, label: one.title }))}
            onChange={(by) => set({ [key]: begin(by) })}
          />
        )}
        {way && (
          <SettingsForm
            fields={way.fields}
            values={rule}
            more={more}
            onChange={(change, merge) => {
              const held =
                rule.by === 'amount' && typeof change.column === 'string' ? heldFor(key, change.column, before) : {};
              set({ [key]: { ...rule, ...change, ...held } }, merge && `${key} ${merge}`);
            }}
          />
        )}
      </>
    );
  }
  if (fields) {
    const whole = style[key] as Values;
    return (
      <SettingsForm
        fields={fields}
        values={whole}
        more={more}
        onChange={(change, merge) => set({ [key]: { ...whole, ...change } }, merge && `${key} ${merge}`)}
      />
    );
  }
  if (!single) return null;
  return <Setting field={single} values={style} onChange={set} more={more} />;
}

/** Columns that are named below a pattern. */
const mostNamed = 14;

const isOfEdges = (key: ChannelName): boolean => key.startsWith('edge');

/** The ends a column's range is held at when it is chosen: few far values take nothing from the others, until that is undone. */
function heldFor(key: ChannelName, column: string, before: Holdings | undefined): { from?: number; to?: number } {
  const columns = isOfEdges(key) ? before?.edgeColumns : before?.nodeColumns;
  const found = columns?.find(({ name }) => name === column);
  return { from: undefined, to: found && worthHolding(found.distribution)?.to };
}

/** Fields that need to know what the network holds. */
function moreFields(
  key: ChannelName,
  field: SettingField,
  values: Values,
  before: Holdings | undefined,
  onChange: Change,
) {
  switch (field.kind) {
    case 'column':
      return <ColumnField field={field} values={values} before={before} onChange={onChange} />;
    case 'palette':
      return <PaletteField field={field} values={values} onChange={onChange} />;
    case 'colours':
      return (
        <ValueColours
          rule={values as unknown as ColourByCategory}
          of={isOfEdges(key) ? 'edges' : 'nodes'}
          onChange={onChange}
        />
      );
    case 'values':
      return (
        <ValueLooks
          field={field}
          of={isOfEdges(key) ? 'edges' : 'nodes'}
          values={values}
          before={before}
          onChange={onChange}
        />
      );
    case 'range': {
      const columns = isOfEdges(key) ? before?.edgeColumns : before?.nodeColumns;
      const column = own(values, field.of) as string | undefined;
      const found = columns?.find(({ name }) => name === column);
      return found ? <Held column={found} values={values} onChange={onChange} /> : null;
    }
    case 'pattern':
      return (
        <>
          <TextField
            label={field.title}
            value={own(values, field.key) as string}
            onCommit={(text) => onChange({ [field.key]: text === '' ? '{name}' : text })}
          />
          <p className="mt-1 text-sm text-quiet">
            {field.help} There are:{' '}
            {['name', ...(before?.nodeColumns ?? []).map(({ name }) => name)]
              .slice(0, mostNamed)
              .map((name) => `{${name}}`)
              .join(', ')}
            .
          </p>
        </>
      );
    default:
      return null;
  }
}
