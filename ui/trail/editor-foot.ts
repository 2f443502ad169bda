/** Where an editor puts what is to stay in view; by id, as it lies outside of the editor. */
export const editorFoot = 'editor-foot';
