import { history, historyKeymap, standardKeymap } from '@codemirror/commands';
import { EditorState, StateEffect, StateField, type Extension } from '@codemirror/state';
import { Decoration, EditorView, keymap, placeholder, type DecorationSet } from '@codemirror/view';
import { MAX_PROMPT } from '$lib/core/schema';
import { clean, type Cleaned } from '$lib/core/wording';

/** A stretch of the text that is marked, and what is said of it. */
export interface Marked {
	from: number;
	to: number;
	kind: 'unread' | 'over' | 'clash';
	says: string;
}

/** What the editor tells. */
export interface EditorEvents {
	onchange: (text: string) => void;
	/** A paste that was cleaned: what was taken out, and how to have it back as it was. */
	oncleaned: (cleaned: Cleaned, putBack: () => void) => void;
	/** What cannot be taken, as a sentence. */
	onproblem: (says: string) => void;
}

const setMarks = StateEffect.define<readonly Marked[]>();

const marks = StateField.define<DecorationSet>({
	create: () => Decoration.none,
	update(drawn, { changes, effects, newDoc }) {
		for (const effect of effects) {
			if (!effect.is(setMarks)) continue;
			const within = effect.value.filter(({ from, to }) => from < to && to <= newDoc.length);
			return Decoration.set(
				within.map(({ from, to, kind, says }) =>
					Decoration.mark({ class: `mark-${kind}`, attributes: { title: says } }).range(from, to)
				),
				true
			);
		}
		return drawn.map(changes);
	},
	provide: (field) => EditorView.decorations.from(field)
});

/** Text as long as a prompt may be; what is beyond is refused with a sentence. */
const limited = (onproblem: EditorEvents['onproblem']): Extension =>
	EditorState.changeFilter.of((change) => {
		if (!change.docChanged || change.newDoc.length <= MAX_PROMPT) return true;
		onproblem(
			`A prompt may have ${MAX_PROMPT.toLocaleString('en')} characters; this would make ${change.newDoc.length.toLocaleString('en')}. Nothing was put in.`
		);
		return false;
	});

/** Puts a pasted text in cleaned, and offers it back as it was. */
const cleaning = (oncleaned: EditorEvents['oncleaned']): Extension =>
	EditorView.domEventHandlers({
		paste: (event, view) => {
			const raw = event.clipboardData?.getData('text/plain') ?? '';
			const cleaned = clean(raw);
			if (!raw || !cleaned.taken) return false;
			event.preventDefault();
			view.dispatch(view.state.replaceSelection(cleaned.text), { userEvent: 'input.paste' });
			const to = view.state.selection.main.head;
			const from = to - cleaned.text.length;
			oncleaned(cleaned, () => {
				// Only what still stands there can be put back.
				if (view.state.sliceDoc(from, to) !== cleaned.text) return;
				view.dispatch({ changes: { from, to, insert: raw } });
			});
			return true;
		}
	});

/** A text field whose words can be marked; plain text, with its own undo. */
export class PromptEditor {
	readonly #view: EditorView;

	constructor(parent: HTMLElement, text: string, label: string, hint: string, tell: EditorEvents) {
		this.#view = new EditorView({
			parent,
			state: EditorState.create({
				doc: text,
				extensions: [
					history(),
					keymap.of([...standardKeymap, ...historyKeymap]),
					EditorView.lineWrapping,
					EditorView.perLineTextDirection.of(true),
					EditorView.contentAttributes.of({
						'aria-label': label,
						'aria-multiline': 'true',
						dir: 'auto',
						spellcheck: 'true'
					}),
					placeholder(hint),
					marks,
					limited(tell.onproblem),
					cleaning(tell.oncleaned),
					EditorView.updateListener.of(({ docChanged, state, transactions }) => {
						const own = transactions.some((change) => change.isUserEvent('set'));
						if (docChanged && !own) tell.onchange(state.doc.toString());
					})
				]
			})
		});
	}

	get text(): string {
		return this.#view.state.doc.toString();
	}

	/** What is selected, trimmed, and where it begins. */
	get selected(): { text: string; from: number } {
		const { from, to } = this.#view.state.selection.main;
		return { text: this.#view.state.sliceDoc(from, to).trim(), from };
	}

	/** Takes over a text that was changed elsewhere, leaving alone what is the same. */
	set(text: string): void {
		const old = this.text;
		if (old === text) return;
		let from = 0;
		while (from < old.length && old[from] === text[from]) from++;
		let end = 0;
		const most = Math.min(old.length, text.length) - from;
		while (end < most && old[old.length - 1 - end] === text[text.length - 1 - end]) end++;
		this.#view.dispatch({
			changes: { from, to: old.length - end, insert: text.slice(from, text.length - end) },
			userEvent: 'set'
		});
	}

	mark(marked: readonly Marked[]): void {
		this.#view.dispatch({ effects: setMarks.of(marked) });
	}

	focus(): void {
		this.#view.focus();
	}

	destroy(): void {
		this.#view.destroy();
	}
}
