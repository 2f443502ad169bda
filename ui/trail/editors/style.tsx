'use client';
/** How nodes and edges look: a form for each channel, drawn from what the channel says of its settings. */
import { type ChannelName, type StyleSettings, channelEntries } from '@/core/style';
import { type SettingField, fieldOf, fieldsOf, waysOf } from '@/core/settings';
import * as z from 'zod';
import { Choose } from '@/ui/kit';
import { type Change, Setting, SettingsForm } from '@/ui/kit/settings-form';
import type { Holdings } from '@/worker/client';
import type { EditorProps } from '../editor';
import { ColumnField, columnsFor } from './style-columns';
import { ValueColours, ValueLooks } from './style-values';

const sections = [
  { whose: 'nodes', title: 'Nodes' },
  { whose: 'labels', title: 'Labels' },
  { whose: 'edges', title: 'Edges' },
  { whose: 'page', title: 'Page' },
] as const;

/** What is known of each channel's settings beforehand: its ways, or the fields it has at once. */
const forms = channelEntries.map(([key, { schema, title, whose }]) => {
  const object = schema instanceof z.ZodDefault ? (schema.unwrap() as z.ZodType) : schema;
  return {
    key,
    title,
    whose,
    ways: waysOf(schema),
    fields: object instanceof z.ZodObject ? fieldsOf(object) : undefined,
    single: fieldOf(key, schema),
  };
});

export function StyleEditor({ step, before, set }: EditorProps<'style'>) {
  return sections.map(({ whose, title }) => (
    <section key={whose} className="mt-4 border-t border-line pt-3">
      <h2 className="-mb-2 font-serif text-[15px] font-semibold">{title}</h2>
      {forms
        .filter((form) => form.whose === whose)
        .map((form) => (
          <ChannelForm key={form.key} form={form} style={step} before={before} set={set} />
        ))}
    </section>
  ));
}

function ChannelForm({
  form,
  style,
  before,
  set,
}: {
  form: (typeof forms)[number];
  style: StyleSettings;
  before: Holdings | undefined;
  set: Change;
}) {
  const { key, title, ways, fields, single } = form;
  const more = (field: SettingField, values: Readonly<Record<string, unknown>>, onChange: Change) =>
    moreFields(key, field, values, before, onChange);
  if (ways) {
    const rule = style[key] as Readonly<Record<string, unknown>>;
    const way = ways.find(({ by }) => by === rule.by);
    return (
      <>
        <Choose
          label={title ?? key}
          value={rule.by as string}
          choices={ways.map((one) => ({ value: one.by, label: one.title }))}
          onChange={(by) =>
            set({
              [key]: ways
                .find((one) => one.by === by)
                ?.begin((wish) => columnsFor(wish, before).map(({ value }) => value)),
            })
          }
        />
        {way && (
          <SettingsForm
            fields={way.fields}
            values={rule}
            more={more}
            onChange={(change, merge) => set({ [key]: { ...rule, ...change } }, merge && `${key} ${merge}`)}
          />
        )}
      </>
    );
  }
  if (fields) {
    const whole = style[key] as Readonly<Record<string, unknown>>;
    return (
      <SettingsForm
        fields={fields}
        values={whole}
        more={more}
        onChange={(change, merge) => set({ [key]: { ...whole, ...change } }, merge && `${key} ${merge}`)}
      />
    );
  }
  if (!single || (single.directed && before?.directed === false)) return null;
  return <Setting field={single} values={style} onChange={set} />;
}

/** Fields that need to know what the network holds. */
function moreFields(
  key: ChannelName,
  field: SettingField,
  values: Readonly<Record<string, unknown>>,
  before: Holdings | undefined,
  onChange: Change,
) {
  switch (field.kind) {
    case 'column':
      return <ColumnField field={field} values={values} before={before} onChange={onChange} />;
    case 'colours':
      return (
        <ValueColours rule={values as Extract<StyleSettings['nodeColour'], { by: 'category' }>} onChange={onChange} />
      );
    case 'values':
      return (
        <ValueLooks
          field={field}
          of={key.startsWith('edge') ? 'edges' : 'nodes'}
          values={values}
          before={before}
          onChange={onChange}
        />
      );
    default:
      return null;
  }
}
