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
	// A page that was closed half way goes on where it stood, where the browser keeps things.
	function load() {
		try {
			const kept = JSON.parse(localStorage.getItem(store));
			if (kept && kept.order.length === ballot.pairs.length) return kept;
		} catch (cause) {
			void cause;
		}
		return fresh();
	}
	const state = load();
	function keep() {
		try {
			localStorage.setItem(store, JSON.stringify(state));
		} catch (cause) {
			void cause;
		}
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
		const at = state.order[state.answers.length];
		if (!at) return;
		const turned = { left: 'right', right: 'left', neither: 'neither' };
		state.answers.push(at.turned ? turned[answer] : answer);
		keep();
		show();
	}
	function back() {
		if (!state.answers.length) return;
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
		title.textContent = 'Thank you. That was all.';
		const says = document.createElement('p');
		says.textContent =
			'Keep the answers as a file and send it back to whoever gave you this page; or copy the text below into a message.';
		const link = document.createElement('a');
		link.className = 'main';
		link.textContent = 'Keep the answers as a file';
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
		box.append(title, says, link, text, copy, again);
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
		if (event.target.closest && event.target.closest('textarea')) return;
		const key = event.key.toLowerCase();
		const open = state.answers.length < state.order.length;
		if (open && (key === 'f' || key === 'arrowleft' || key === 'arrowup')) choose('left');
		else if (open && (key === 'j' || key === 'arrowright' || key === 'arrowdown')) choose('right');
		else if (open && key === ' ') choose('neither');
		else if (key === 'u') back();
		else return;
		event.preventDefault();
	});
	show();
})();
