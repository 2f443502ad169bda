/** Lint rule: an object that takes any text for a key is read by `own` or is a Map, since every object has `constructor` and its like by itself. */
import { ESLintUtils } from '@typescript-eslint/utils';
import ts from 'typescript';

export const ownKeys = ESLintUtils.RuleCreator.withoutDocs({
  meta: {
    type: 'problem',
    fixable: 'code',
    schema: [],
    messages: { own: 'Any text may be the key: read it by `own` (core/own.ts), or take a Map.' },
  },
  defaultOptions: [],
  create(context) {
    const services = ESLintUtils.getParserServices(context);
    const checker = services.program.getTypeChecker();
    const anyText = (type) => (type.isUnion() ? type.types.some(anyText) : (type.flags & ts.TypeFlags.String) !== 0);
    const takesAny = (type) =>
      type.isUnion() ? type.types.some(takesAny) : checker.getIndexInfoOfType(type, ts.IndexKind.String) !== undefined;
    return {
      MemberExpression(node) {
        if (!node.computed) return;
        const { parent } = node;
        // What is written under a key is not read from the prototype; what is made for it has none of its own yet.
        if (parent.type === 'AssignmentExpression' && parent.left === node && parent.operator === '=') return;
        if (parent.type === 'UnaryExpression' && parent.operator === 'delete') return;
        if (!anyText(services.getTypeAtLocation(node.property))) return;
        if (takesAny(services.getTypeAtLocation(node.object))) {
          const text = (part) => context.sourceCode.getText(part);
          const fix = (fixer) => fixer.replaceText(node, `own(${text(node.object)}, ${text(node.property)})`);
          context.report({ node, messageId: 'own', fix: node.optional ? null : fix });
        }
      },
    };
  },
});
