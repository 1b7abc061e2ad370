#!/usr/bin/env python3
"""A render service for Dial Pick in one file of the standard library.

    python3 bridge.py --page http://127.0.0.1:4173

Put a model of your own behind `make` at the top; everything below it speaks the render contract.
"""

import argparse
import hashlib
import json
import struct
import threading
import time
import uuid
import zlib
from collections import OrderedDict
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from queue import Queue

# What the application shows of the model, and between which values its dials stand.
CARD = {
    "id": "plain-gradient",
    "name": "Plain gradient",
    "family": "bridge",
    "version": "1",
    "summary": "Two colours by the seed. Put a model of your own in its place.",
    "goodAt": ["trying a bridge"],
    "nativeSizes": [{"width": 512, "height": 512}, {"width": 768, "height": 512}],
    "sizeMultiple": 8,
    "maxPixels": 1024 * 1024,
    "guidance": {"min": 0, "max": 20, "from": 2, "to": 10},
    "steps": {"min": 1, "max": 50, "from": 10, "to": 30},
    "samplers": ["euler"],
    "schedules": ["karras"],
    "promptForm": "either",
    "promptWords": 200,
    "features": [],
    "adapters": [],
    "price": {"creditsPerTake": 0, "creditsPerMegapixelStep": 0},
    "pace": {"secondsPerMegapixelStep": 0.05},
}
SECONDS_A_STEP = 0.002


def make(settings):
    """A picture for settings, as the bytes of a PNG. The same settings must give the same bytes.

    `settings` has prompt, negative, width, height, guidance, steps, sampler, schedule and seed.
    """
    time.sleep(SECONDS_A_STEP * settings["steps"])
    width, height = settings["width"], settings["height"]
    drawn = hashlib.sha256(f"{settings['seed']} {settings['prompt']}".encode()).digest()
    one, two = drawn[0:3], drawn[3:6]
    rows = bytearray()
    for y in range(height):
        share = y / max(1, height - 1)
        left = [a + (b - a) * share for a, b in zip(one, two)]
        rows.append(0)
        for x in range(width):
            fade = 1 - 0.4 * x / width
            rows += bytes(int(c * fade) for c in left)
    return png(width, height, bytes(rows))


def png(width, height, rows):
    """Rows of red, green and blue, each after a filter byte of 0, as PNG (W3C, third edition)."""

    def chunk(kind, data):
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    head = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(rows, 6))
        + chunk(b"IEND", b"")
    )


# From here on it is the contract. Nothing below needs to be changed for another model.

BASE = "/api/render/v1"
LIMITS = {
    "maxTakesPerJob": 64,
    "maxPixels": CARD["maxPixels"],
    "maxSteps": CARD["steps"]["max"],
    "maxQueuedTakes": 512,
    "maxImageBytes": 4 * 1024 * 1024,
}
MOST_BODY = 1024 * 1024
MOST_JOBS = 200
MOST_IMAGES = 64


class Refused(Exception):
    """An answer that says no: a status, a sentence, and where the mistakes are."""

    def __init__(self, status, detail, errors=None, retry=None):
        super().__init__(detail)
        self.status, self.detail, self.errors, self.retry = status, detail, errors, retry


class Job:
    """Takes that were asked for together, and all that happened to them."""

    def __init__(self, takes, body):
        self.id, self.body, self.events, self.ended = str(uuid.uuid4()), body, [], False
        self.changed = threading.Condition()
        self.takes = OrderedDict()
        for settings in takes:
            take = str(uuid.uuid4())
            self.takes[take] = {"ref": settings["ref"], "settings": settings, "state": "waiting"}

    def tell(self, kind, **data):
        with self.changed:
            self.events.append((len(self.events) + 1, kind, {"type": kind, **data}))
            over = all(t["state"] in ("done", "failed", "cancelled") for t in self.takes.values())
            if over and not self.ended:
                self.ended = True
                self.events.append((len(self.events) + 1, "end", {"type": "end"}))
            self.changed.notify_all()

    def cancel(self, only=None):
        for take, one in self.takes.items():
            with self.changed:
                mine = only in (None, take) and one["state"] in ("waiting", "running")
                if mine:
                    one["state"] = "cancelled"
            if mine:
                self.tell("cancelled", take=take)


jobs, keys, images = OrderedDict(), {}, OrderedDict()
waiting = Queue()
lock = threading.Lock()


def work():
    """Makes takes one after the other, in the order in which they came."""
    while True:
        job, take = waiting.get()
        one = job.takes[take]
        with job.changed:
            if one["state"] != "waiting":
                continue
            one["state"] = "running"
        steps = one["settings"]["steps"]
        job.tell("progress", take=take, step=0, steps=steps)
        begun = time.monotonic()
        try:
            picture = make(one["settings"])
        except Exception as cause:  # whatever a model does, its take ends
            picture, message = None, f"{type(cause).__name__}: {cause}"
        with job.changed:
            if one["state"] != "running":
                continue  # it was cancelled meanwhile
            one["state"], one["picture"] = ("done" if picture else "failed"), picture
        if not picture:
            job.tell("failed", take=take, code="model", message=message)
            continue
        job.tell(
            "done",
            take=take,
            image=hashlib.sha256(picture).hexdigest(),
            width=one["settings"]["width"],
            height=one["settings"]["height"],
            seconds=time.monotonic() - begun,
            credits=0,
        )


def whole(value):
    return isinstance(value, int) and not isinstance(value, bool)


def number(value):
    return whole(value) or isinstance(value, float)


def text(most):
    return lambda value: isinstance(value, str) and len(value) <= most


FIELDS = {
    "ref": (text(200), "a text of up to 200 characters"),
    "model": (text(100), "the id of a model"),
    "prompt": (text(20000), "a text"),
    "negative": (text(20000), "a text"),
    "width": (lambda v: whole(v) and v > 0, "a whole number above 0"),
    "height": (lambda v: whole(v) and v > 0, "a whole number above 0"),
    "guidance": (lambda v: number(v) and 0 <= v <= 100, "a number from 0 to 100"),
    "steps": (lambda v: whole(v) and v > 0, "a whole number above 0"),
    "sampler": (text(100), "the name of a sampler"),
    "schedule": (text(100), "the name of a schedule"),
    "seed": (lambda v: whole(v) and 0 <= v < 2**32, "a whole number from 0 to 4294967295"),
}
NOT_OFFERED = ("batch", "turned", "variation", "adapters", "start", "mask", "references")


def checked(take, at):
    """Refuses a take that is not as the contract says, or that this model cannot make."""
    if not isinstance(take, dict):
        raise Refused(422, f"{at} is no object.", [(at, "It must be an object.")])
    wrong = [(f"{at}.{n}", f"It must be {says}.") for n, (good, says) in FIELDS.items() if not good(take.get(n))]
    wrong += [(f"{at}.{n}", "This model does not offer it.") for n in NOT_OFFERED if take.get(n)]
    known = {*FIELDS, *NOT_OFFERED, "output"}
    wrong += [(f"{at}.{n}", "There is no such field.") for n in take if n not in known]
    if wrong:
        raise Refused(422, f"{wrong[0][0]}: {wrong[0][1]}", wrong)
    width, height, multiple = take["width"], take["height"], CARD["sizeMultiple"]
    if width * height > CARD["maxPixels"]:
        raise Refused(413, f"{at}: {width}x{height} is more than {CARD['maxPixels']} pixels.")
    for name, bad, says in (
        ("model", take["model"] != CARD["id"], "There is no such model."),
        ("sampler", take["sampler"] not in CARD["samplers"], "The model has no such sampler."),
        ("schedule", take["schedule"] not in CARD["schedules"], "The model has no such schedule."),
        ("steps", not CARD["steps"]["min"] <= take["steps"] <= CARD["steps"]["max"], "The model takes other numbers of steps."),
        ("width", width % multiple, f"It must be a multiple of {multiple}."),
        ("height", height % multiple, f"It must be a multiple of {multiple}."),
        ("prompt", not take["prompt"].strip(), "This model needs words."),
    ):
        if bad:
            raise Refused(422, f"{at}.{name}: {says}", [(f"{at}.{name}", says)])


def submit(body):
    key, takes = body.get("key"), body.get("takes")
    if not isinstance(key, str) or not isinstance(takes, list) or not takes:
        raise Refused(422, "A job has a key and takes.", [("takes", "There must be one at least.")])
    if len(takes) > LIMITS["maxTakesPerJob"]:
        raise Refused(422, f"A job has {LIMITS['maxTakesPerJob']} takes at most.", [("takes", "Send fewer at once.")])
    for i, take in enumerate(takes):
        checked(take, f"takes.{i}")
    with lock:
        if key in keys:
            if keys[key].body != body:
                raise Refused(409, "This key was sent with other takes before.")
            return keys[key]
        if waiting.qsize() + len(takes) > LIMITS["maxQueuedTakes"]:
            raise Refused(429, "The queue is full. Try again in a while.", retry=5)
        job = keys[key] = Job(takes, body)
        jobs[job.id] = job
        # The oldest that ended go first, with their pictures.
        for old in [j for j in jobs.values() if j.ended][: max(0, len(jobs) - MOST_JOBS)]:
            del jobs[old.id]
            for name in [k for k, j in keys.items() if j is old]:
                del keys[name]
    for take in job.takes:
        waiting.put((job, take))
    return job


def keep_image(data):
    """Takes in a PNG that is whole: a bridge whose model starts from pictures finds them here."""
    try:
        if data[:8] != b"\x89PNG\r\n\x1a\n":
            raise ValueError
        at, packed, ended = 8, b"", False
        while at < len(data):
            size, kind = struct.unpack(">I4s", data[at : at + 8])
            part = data[at + 8 : at + 8 + size]
            (crc,) = struct.unpack(">I", data[at + 8 + size : at + 12 + size])
            if crc != zlib.crc32(kind + part):
                raise ValueError
            if kind == b"IHDR":
                width, height = struct.unpack(">II", part[:8])
            packed += part if kind == b"IDAT" else b""
            ended = ended or kind == b"IEND"
            at += 12 + size
        if not ended or not packed or width * height > 50_000_000:
            raise ValueError
        inflated = zlib.decompressobj()
        inflated.decompress(packed, width * height * 8 + height + 1)
        if not inflated.eof:
            raise ValueError
    except (ValueError, struct.error, zlib.error, UnboundLocalError):
        raise Refused(422, "It is no PNG, or it is damaged or cut short. This bridge takes PNG.")
    image = hashlib.sha256(data).hexdigest()
    with lock:
        images[image] = data
        images.move_to_end(image)
        while len(images) > MOST_IMAGES:
            images.popitem(last=False)
    return {"image": image, "width": width, "height": height}


class Handler(BaseHTTPRequestHandler):
    page = None

    def do_GET(self):
        self.answer(self.get)

    def do_POST(self):
        self.answer(self.post)

    def do_DELETE(self):
        self.answer(self.delete)

    def do_OPTIONS(self):
        self.answer(lambda path: self.send(204))

    def answer(self, act):
        try:
            if (self.headers.get("host") or "").rsplit(":", 1)[0] not in ("127.0.0.1", "localhost"):
                raise Refused(403, "The bridge answers to this machine's own names only.")
            origin = self.headers.get("origin")
            own = f"http://{self.headers.get('host')}"
            if origin and origin not in (own, self.page):
                raise Refused(403, f"Pages of {origin} may not call: start the bridge with --page {origin}.")
            if not self.path.startswith(BASE):
                raise Refused(404, f"The service stands under {BASE}.")
            act(self.path[len(BASE) :].split("?")[0].strip("/").split("/"))
        except Refused as no:
            problem = {"title": no.detail, "status": no.status, "detail": no.detail}
            if no.errors:
                problem["errors"] = [{"path": p, "message": m} for p, m in no.errors]
            more = {"retry-after": str(no.retry)} if no.retry else {}
            self.send(no.status, json.dumps(problem).encode(), "application/problem+json", more)
        except (BrokenPipeError, ConnectionResetError):
            pass  # whoever called has gone

    def send(self, status, body=b"", kind="application/json", more=None):
        self.send_response(status)
        if self.page:
            self.send_header("access-control-allow-origin", self.page)
            self.send_header("access-control-allow-methods", "GET, POST, DELETE")
            self.send_header("access-control-allow-headers", "content-type, last-event-id")
        self.send_header("x-content-type-options", "nosniff")
        if body is not None:
            self.send_header("content-length", str(len(body)))
        for name, value in (more or {}).items():
            self.send_header(name, value)
        if status != 204:
            self.send_header("content-type", kind)
        self.end_headers()
        self.wfile.write(body or b"")

    def json(self, value, status=200):
        self.send(status, json.dumps(value).encode())

    def body(self, most):
        """The bytes that were sent; more than `most` are read away and refused."""
        size = int(self.headers.get("content-length") or 0)
        if size > most:
            left = min(size, 8 * most)
            while left > 0 and (part := self.rfile.read(min(left, 65536))):
                left -= len(part)
            raise Refused(413, f"{size} bytes are too many: {most} at most are taken.")
        return self.rfile.read(size)

    def job(self, path):
        if len(path) < 2 or path[1] not in jobs:
            raise Refused(404, "There is no such job.")
        return jobs[path[1]]

    def get(self, path):
        if path == ["models"]:
            return self.json({"models": [CARD]})
        if path == ["limits"]:
            return self.json(LIMITS)
        if path[0] == "takes" and path[2:] == ["image"]:
            for job in list(jobs.values()):
                picture = job.takes.get(path[1], {}).get("picture")
                if picture:
                    tag = f'"{hashlib.sha256(picture).hexdigest()}"'
                    return self.send(200, picture, "image/png", {"etag": tag})
            raise Refused(404, "There is no such picture.")
        if path[0] != "jobs":
            raise Refused(404, "There is no such call.")
        job = self.job(path)
        if path[2:] == ["events"]:
            return self.events(job)
        takes = [
            {"take": take, "ref": one["ref"], "state": one["state"], "steps": one["settings"]["steps"],
             "step": one["settings"]["steps"] if one["state"] == "done" else 0}
            for take, one in job.takes.items()
        ]
        self.json({"job": job.id, "takes": takes})

    def events(self, job):
        last = self.headers.get("last-event-id") or "0"
        after = int(last) if last.isdigit() else 0
        self.send(200, None, "text/event-stream", {"cache-control": "no-store"})
        while True:
            with job.changed:
                news = job.events[after:]
                if not news and not job.ended:
                    job.changed.wait(15)
                    news = job.events[after:]
            for number_, kind, data in news:
                self.wfile.write(f"id: {number_}\nevent: {kind}\ndata: {json.dumps(data)}\n\n".encode())
            if not news:
                self.wfile.write(b": still here\n\n")
            self.wfile.flush()
            after += len(news)
            if job.ended and after >= len(job.events):
                return

    def post(self, path):
        if path == ["images"]:
            return self.json(keep_image(self.body(LIMITS["maxImageBytes"])), 201)
        if path != ["jobs"]:
            raise Refused(404, "This bridge does not offer it.")
        try:
            body = json.loads(self.body(MOST_BODY))
        except ValueError:
            raise Refused(400, "The body is no JSON.")
        if not isinstance(body, dict):
            raise Refused(422, "A job is an object.", [("", "It must be an object.")])
        job = submit(body)
        takes = [{"ref": one["ref"], "take": take} for take, one in job.takes.items()]
        self.json({"job": job.id, "takes": takes}, 202)

    def delete(self, path):
        if path[0] != "jobs":
            raise Refused(404, "There is no such call.")
        job = self.job(path)
        if path[2:3] == ["takes"] and path[3] not in job.takes:
            raise Refused(404, "There is no such take.")
        job.cancel(path[3] if path[2:3] == ["takes"] else None)
        self.send(204)

    def log_message(self, *_):
        pass


if __name__ == "__main__":
    options = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    options.add_argument("--port", type=int, default=4180, help="where to listen; 0 for any free one")
    options.add_argument("--page", help="the address of Dial Pick, whose pages may call")
    asked = options.parse_args()
    Handler.page = asked.page and asked.page.rstrip("/")
    threading.Thread(target=work, daemon=True).start()
    server = ThreadingHTTPServer(("127.0.0.1", asked.port), Handler)
    server.daemon_threads = True
    print(f"http://127.0.0.1:{server.server_port}{BASE}", flush=True)
    server.serve_forever()
