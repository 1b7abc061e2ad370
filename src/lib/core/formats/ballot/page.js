/* eslint-disable @typescript-eslint/ban-ts-comment -- a plain script of another page, tried in the browser tests */
// Runs by itself inside a ballot, in whatever browser opens it: it is no part of the program.
// @ts-nocheck plain script, checked by the browser tests
(function () {
	'use strict';
	const ballot = JSON.parse(document.getElementById('ballot').textContent);
	const main = document.querySelector('main');
	const count = document.getElementById('count');
	const neither = document.getElementById('neither');
	const undo = document.getElementById('undo');
	const footer = document.querySelector('footer');
	const store = 'ballot ' + ballot.id;

	function random(below) {
		const one = new Uint32Array(1);
		crypto.getRandomValues(one);
		return one[0] % below;
	}
	function fresh() {
		const order = ballot.pairs.map(function (_, i) {
			return { pair: i, turned: random(2) === 1 };
		});
		for (let i = order.length - 1; i > 0; i--) {
			const j = random(i + 1);
			const held = order[i];
			order[i] = order[j];
			order[j] = held;
		}
		const bytes = crypto.getRandomValues(new Uint8Array(12));
		const file = Array.from(bytes, function (byte) {
			return byte.toString(16).padStart(2, '0');
		}).join('');
		return { file: file, order: order, answers: [] };
	}
	// Each person answers under a name. A page that was closed half way goes on where that person stood,
	// where the browser keeps things.
	function load() {
		try {
			const kept = JSON.parse(localStorage.getItem(store));
			if (kept && Array.isArray(kept.people))
				return kept.people.filter(function (one) {
					return one.name && one.order.length === ballot.pairs.length;
				});
		} catch (cause) {
			void cause;
		}
		return [];
	}
	const people = load();
	/** The person who is answering; null while nobody is. */
	let state = null;
	function keep() {
		try {
			localStorage.setItem(store, JSON.stringify({ people: people }));
		} catch (cause) {
			void cause;
		}
	}
	function element(kind, text, into) {
		const one = document.createElement(kind);
		one.textContent = text;
		into.append(one);
		return one;
	}
	function start(name) {
		state = people.find(function (one) {
			return one.name.toLowerCase() === name.toLowerCase();
		});
		if (!state) {
			state = fresh();
			state.name = name;
			people.push(state);
			keep();
		}
		show();
	}
	/** Asks who answers. Nobody sees what somebody else has answered. */
	function ask() {
		state = null;
		main.textContent = '';
		main.classList.remove('down');
		footer.hidden = true;
		count.textContent = '';
		const form = document.createElement('form');
		form.className = 'end';
		element('h2', 'Who is answering?', form);
		element(
			'p',
			ballot.pairs.length === 1
				? 'You see one pair of pictures. Press the better one.'
				: 'You see ' +
						ballot.pairs.length +
						' pairs of pictures. Press the better one of each pair.',
			form
		);
		const label = element('label', 'Your name', form);
		const field = document.createElement('input');
		field.maxLength = 100;
		field.required = true;
		field.autocomplete = 'off';
		label.append(field);
		const begin = element('button', 'Begin', form);
		begin.className = 'main';
		people.forEach(function (one) {
			const done = one.answers.length;
			const all = one.order.length;
			const go = element(
				'button',
				done < all
					? 'Go on as ' + one.name + ' (' + done + ' of ' + all + ')'
					: 'Show the answers of ' + one.name,
				form
			);
			go.type = 'button';
			go.addEventListener('click', function () {
				start(one.name);
			});
		});
		form.addEventListener('submit', function (event) {
			event.preventDefault();
			if (field.value.trim()) start(field.value.trim());
		});
		main.append(form);
		field.focus();
	}
	function picture(index, name, answer) {
		const button = document.createElement('button');
		button.setAttribute('aria-label', name);
		const image = new Image();
		image.alt = name;
		image.src = ballot.pictures[index];
		image.draggable = false;
		button.append(image);
		button.addEventListener('click', function () {
			choose(answer);
		});
		return button;
	}
	function choose(answer) {
		if (!state) return;
		const at = state.order[state.answers.length];
		if (!at) return;
		const turned = { left: 'right', right: 'left', neither: 'neither' };
		state.answers.push(at.turned ? turned[answer] : answer);
		keep();
		show();
	}
	function back() {
		if (!state || !state.answers.length) return;
		state.answers.pop();
		keep();
		show();
	}
	function answers() {
		return JSON.stringify({
			format: 'dial-pick/ballot-answers',
			version: 1,
			ballot: ballot.id,
			file: state.file,
			judge: state.name,
			answers: state.answers.map(function (answer, i) {
				return { pair: state.order[i].pair, answer: answer, turned: state.order[i].turned };
			})
		});
	}
	function lay() {
		const images = main.querySelectorAll('img');
		if (images.length !== 2 || !images[0].naturalWidth) return;
		const width = main.clientWidth;
		const height = main.clientHeight;
		function fit(across, down) {
			return Math.min(
				width / across / images[0].naturalWidth,
				height / down / images[0].naturalHeight
			);
		}
		main.classList.toggle('down', fit(1, 2) > fit(2, 1));
	}
	function show() {
		const done = state.answers.length;
		const at = state.order[done];
		undo.disabled = !done;
		main.textContent = '';
		main.classList.remove('down');
		footer.hidden = !at;
		if (!at) {
			count.textContent = 'done';
			end();
			return;
		}
		count.textContent = done + 1 + ' of ' + state.order.length;
		const pair = ballot.pairs[at.pair];
		const sides = at.turned ? [pair[1], pair[0]] : pair;
		main.append(
			picture(sides[0], 'The left or upper picture', 'left'),
			picture(sides[1], 'The right or lower picture', 'right')
		);
		main.querySelectorAll('img').forEach(function (image) {
			image.addEventListener('load', lay);
		});
		lay();
		// The next pictures are decoded before they are wanted.
		const next = state.order[done + 1];
		if (next)
			ballot.pairs[next.pair].forEach(function (index) {
				new Image().src = ballot.pictures[index];
			});
	}
	function end() {
		const box = document.createElement('div');
		box.className = 'end';
		const title = document.createElement('h2');
		title.textContent = 'Thank you, ' + state.name + '. That was all.';
		const says = document.createElement('p');
		says.textContent =
			'Save the answers as a file and send it to the person who gave you this page, or copy the text below into a message. If you change an answer, send the file again: it replaces the earlier one.';
		const link = document.createElement('a');
		link.className = 'main';
		link.textContent = 'Save the answers as a file';
		link.download = 'ballot-' + state.file.slice(0, 6) + '.answers.json';
		link.href = URL.createObjectURL(new Blob([answers()], { type: 'application/json' }));
		const text = document.createElement('textarea');
		text.readOnly = true;
		text.setAttribute('aria-label', 'The answers as text');
		text.value = answers();
		const copy = document.createElement('button');
		copy.textContent = 'Copy the text';
		copy.addEventListener('click', function () {
			text.select();
			const told = function () {
				copy.textContent = 'Copied';
			};
			if (navigator.clipboard)
				navigator.clipboard.writeText(text.value).then(told, function () {
					if (document.execCommand('copy')) told();
				});
			else if (document.execCommand('copy')) told();
		});
		const again = document.createElement('button');
		again.textContent = 'Go back to the last pair';
		again.addEventListener('click', back);
		const other = document.createElement('button');
		other.textContent = 'Somebody else answers';
		other.addEventListener('click', ask);
		box.append(title, says, link, text, copy, again, other);
		main.append(box);
		link.focus();
	}
	neither.addEventListener('click', function () {
		choose('neither');
	});
	undo.addEventListener('click', back);
	window.addEventListener('resize', lay);
	document.addEventListener('keydown', function (event) {
		if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
		if (event.target.closest && event.target.closest('textarea, input')) return;
		const key = event.key.toLowerCase();
		if (!state) return;
		const open = state.answers.length < state.order.length;
		if (open && (key === 'f' || key === 'arrowleft' || key === 'arrowup')) choose('left');
		else if (open && (key === 'j' || key === 'arrowright' || key === 'arrowdown')) choose('right');
		else if (open && key === ' ') choose('neither');
		else if (key === 'u') back();
		else return;
		event.preventDefault();
	});
	ask();
})();
