/**
 * Lint rule: a statement on things that are filed for some people names the condition of server/access/things, so that it reads and changes only what
 * whoever asks sees. Where it must not, a comment beside it says why.
 */
import { ESLintUtils } from '@typescript-eslint/utils';

const tables = new Set(['network', 'figure', 'shortlist', 'kept']);
const reads = new Set(['from', 'update', 'delete', 'innerJoin', 'leftJoin', 'rightJoin', 'fullJoin']);
const conditions = new Set(['seenIn', 'seenAmong']);
const written = /\b(?:from|join|update|delete from)\s+(?:network|figure|shortlist|kept)\b/;

/** Every node below one, itself included. */
function* below(node, keys) {
  yield node;
  for (const key of keys[node.type] ?? []) for (const child of [node[key]].flat()) if (child) yield* below(child, keys);
}

export const throughAccess = ESLintUtils.RuleCreator.withoutDocs({
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      access: '“{{table}}” is got through server/access/things alone: .where(await seenIn(kind, study, right)).',
      written: 'Things are got through server/access/things alone, not by SQL that is written out.',
    },
  },
  defaultOptions: [],
  create(context) {
    const keys = context.sourceCode.visitorKeys;
    const names = (node) => {
      for (const one of below(node, keys)) {
        if (one.type !== 'Identifier') continue;
        if (conditions.has(one.name)) return true;
        // A condition that was made before.
        const scope = context.sourceCode.getScope(one);
        const found = scope.references.find(({ identifier }) => identifier === one)?.resolved?.defs[0];
        if (found?.type === 'Variable' && found.node.init && found.node.init !== node && names(found.node.init))
          return true;
      }
      return false;
    };
    /** The arguments of the `where` calls further along a chain of calls. */
    const wheres = (node) => {
      const found = [];
      for (let at = node; at.parent?.type === 'MemberExpression' && at.parent.parent?.type === 'CallExpression';) {
        const call = at.parent.parent;
        if (at.parent.property.name === 'where') found.push(...call.arguments);
        at = call;
      }
      return found;
    };
    return {
      CallExpression(node) {
        const { callee, arguments: given } = node;
        if (callee.type !== 'MemberExpression' || !reads.has(callee.property.name)) return;
        const [table] = given;
        if (table?.type !== 'Identifier' || !tables.has(table.name)) return;
        const definition = context.sourceCode.getScope(table).references.find(({ identifier }) => identifier === table);
        if (definition?.resolved?.defs[0]?.type !== 'ImportBinding') return;
        if (!wheres(node).some(names))
          context.report({ node: callee.property, messageId: 'access', data: { table: table.name } });
      },
      TemplateElement(node) {
        if (written.test(node.value.raw)) context.report({ node, messageId: 'written' });
      },
    };
  },
});
