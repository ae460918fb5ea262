#!/usr/bin/python3
"""Opens files that Binarus wrote with programs that had no part in writing them.

Reads a list of cases as JSON from the file that is given: each has a folder with the files of one job, the size of the piece
in millimetres, the message, and the job's own numbers of outlines. Prints a line for each check and ends with `N passed, N failed`.
"""
import base64
import ctypes
import glob
import json
import os
import re
import subprocess
import sys
import tempfile

import ezdxf
import zxingcpp
from PIL import Image, ImageOps
from pyzbar import pyzbar

PASSED, FAILED = 0, 0
MM_PER_POINT = 25.4 / 72


def check(name, holds, found=""):
    global PASSED, FAILED
    if holds:
        PASSED += 1
    else:
        FAILED += 1
        print(f"FAILED: {name}: {found}")


def near(found, wanted, tolerance=0.01):
    return abs(found - wanted) <= tolerance


def run(*command):
    return subprocess.run(command, check=True, capture_output=True).stdout


def reads(picture, message, mirrored=False, inverted=False):
    """Whether zxing-cpp of Debian reads the message; marks that come out lighter are turned round first."""
    picture = picture.convert("L")
    if mirrored:
        picture = ImageOps.mirror(picture)
    if inverted:
        picture = ImageOps.invert(picture)
    wide = ImageOps.expand(picture, 40, 255)
    return message in [result.text for result in zxingcpp.read_barcodes(wide)]


def check_pdf(name, path, case):
    """Size, boxes, fonts, plates and content by poppler; ISO 32000-1, 14.11.2 and 8.6.6.4."""
    info = run("pdfinfo", "-box", path).decode()
    boxes = {
        kind: [float(value) for value in values.split()]
        for kind, values in re.findall(r"^(\w+Box):\s+([\d. -]+)$", info, re.M)
    }
    trim = boxes["TrimBox"]
    # pdfinfo writes hundredths of a point, which are 0.0035 mm.
    check(f"{name}: trim box is the piece, width", near((trim[2] - trim[0]) * MM_PER_POINT, case["width"]), trim)
    check(f"{name}: trim box is the piece, height", near((trim[3] - trim[1]) * MM_PER_POINT, case["height"]), trim)
    check(f"{name}: no fonts are left", len(run("pdffonts", path).decode().splitlines()) == 2)
    check(f"{name}: has its title", f"Title:           {case['title']}" in info, info[:200])
    with tempfile.TemporaryDirectory() as folder:
        run("pdftocairo", "-png", "-r", "300", "-singlefile", path, f"{folder}/page")
        picture = Image.open(f"{folder}/page.png")
        check(f"{name}: reads", reads(picture, case["message"], case["mirrored"], case["lighter"]))
        # Every plate by itself: what ghostscript calls a separation.
        run("gs", "-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=tiffsep", "-r72", f"-sOutputFile={folder}/plate%d.tif", path)
        plates = re.findall(r"\((\w[\w-]*)\)\.tif", " ".join(os.listdir(folder)))
        check(f"{name}: the cut is a plate of its own", "CUT" in plates, plates)


def check_eps(name, path, case):
    """Bounding box and picture by ghostscript."""
    found = subprocess.run(
        ["gs", "-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=bbox", path], check=True, capture_output=True
    ).stderr.decode()
    box = [float(value) for value in re.search(r"%%HiResBoundingBox: (.*)", found)[1].split()]
    said = [
        float(value)
        for value in re.search(r"%%HiResBoundingBox: (.*)", open(path, encoding="ascii").read())[1].split()
    ]
    # What is drawn: the edge of the piece, the kerf and half a hairline around it. Ghostscript's own device rounds to 0.02 mm.
    check(f"{name}: what is drawn lies in the box that is told", all(
        (box[0] >= said[0] - 0.1, box[1] >= said[1] - 0.1, box[2] <= said[2] + 0.1, box[3] <= said[3] + 0.1)), (box, said))
    width = (box[2] - box[0]) * MM_PER_POINT
    check(f"{name}: is as wide as the cut", near(width, case["cutWidth"], 0.06), width)
    with tempfile.TemporaryDirectory() as folder:
        run("gs", "-q", "-dNOPAUSE", "-dBATCH", "-dEPSCrop", "-sDEVICE=pnggray", "-r300", f"-sOutputFile={folder}/page.png", path)
        check(f"{name}: reads", reads(Image.open(f"{folder}/page.png"), case["message"], case["mirrored"], case["lighter"]))


def check_dxf(name, path, case):
    """Audit, unit, layers, closed outlines and extents by ezdxf."""
    drawing = ezdxf.readfile(path)
    audit = drawing.audit()
    check(f"{name}: audit", not audit.errors and not audit.fixes, [error.message for error in audit.errors])
    release = drawing.dxfversion
    check(f"{name}: unit", release == "AC1009" or drawing.header["$INSUNITS"] == 4)
    lines = [entity for entity in drawing.modelspace() if entity.dxftype() in ("LWPOLYLINE", "POLYLINE")]
    check(f"{name}: all closed", all(entity.is_closed for entity in lines))
    counts = {}
    for entity in lines:
        counts[entity.dxf.layer] = counts.get(entity.dxf.layer, 0) + 1
    check(f"{name}: outlines by layer", counts == case["outlines"], (counts, case["outlines"]))
    from ezdxf import bbox
    cut = bbox.extents([entity for entity in lines if entity.dxf.layer in ("CUT", "CUT-2")])
    check(f"{name}: width of the cut", near(cut.size.x, case["cutWidth"]), cut.size.x)
    check(f"{name}: height of the cut", near(cut.size.y, case["cutHeight"]), cut.size.y)


def check_png(name, path, case):
    """Pixels and density by pngcheck and Pillow; ISO/IEC 15948, 11.3.5.3."""
    check(f"{name}: pngcheck", b"OK" in run("pngcheck", path))
    Image.MAX_IMAGE_PIXELS = None
    picture = Image.open(path)
    density = picture.info["dpi"][0] / 25.4
    check(f"{name}: is as wide as the piece, within a pixel", near(picture.width / density, case["width"], 2 / density))
    if "clear" not in name:
        # Pictures of the finished piece are as it is seen; what is to be engraved is as the machine takes it.
        engraving = "engraving" in name
        mirrored, inverted = case["mirrored"] and engraving, case["lighter"] and engraving
        check(f"{name}: reads", reads(picture, case["message"], mirrored, inverted))


def check_stl(name, path, case):
    """Closeness, parts and volume by admesh."""
    told = run("admesh", path).decode()
    number = lambda label: float(re.search(label + r"\s*:\s*([\d.]+)", told)[1])
    for label in ("Total disconnected facets", "Degenerate facets", "Edges fixed", "Facets removed", "Facets added",
                  "Facets reversed", "Backwards edges", "Normals fixed"):
        check(f"{name}: {label}", number(label) == 0, told)
    if re.search(r"_(base|marks)\.stl$", name):
        return number("Volume")
    else:
        width = float(re.search(r"Max X =\s*([\d.]+)", told)[1]) - float(re.search(r"Min X =\s*([\d.-]+)", told)[1])
        check(f"{name}: width", near(width, case["width"]), width)
        check(f"{name}: volume", abs(number("Volume") - case["volume"]) < case["volume"] * 0.002, (number("Volume"), case["volume"]))


def check_3mf(name, path, case):
    """Read by the consortium's own library, whose objects tell whether they are closed."""
    library = ctypes.CDLL("lib3MF.so.1")

    def call(function, *arguments):
        result = getattr(library, function)(*arguments)
        if result != 0:
            raise RuntimeError(f"{function} gives {result:#x}")

    pointer = ctypes.c_void_p
    model, reader, found = pointer(), pointer(), pointer()
    call("lib3mf_createmodel", ctypes.byref(model))
    call("lib3mf_model_queryreader", model, b"3mf", ctypes.byref(reader))
    call("lib3mf_reader_readfromfileutf8", reader, path.encode())
    unit = ctypes.c_uint32()
    call("lib3mf_model_getunit", model, ctypes.byref(unit))
    # MODELUNIT_MILLIMETER of the library.
    check(f"{name}: unit", unit.value == 1, unit.value)
    call("lib3mf_model_getmeshobjects", model, ctypes.byref(found))
    count = 0
    while True:
        more = ctypes.c_uint32()
        call("lib3mf_resourceiterator_movenext", found, ctypes.byref(more))
        if not more.value:
            break
        body = pointer()
        call("lib3mf_resourceiterator_getcurrent", found, ctypes.byref(body))
        closed = ctypes.c_uint32()
        call("lib3mf_meshobject_ismanifoldandoriented", body, ctypes.byref(closed))
        check(f"{name}: body {count + 1} is manifold and oriented", closed.value == 1)
        count += 1
    check(f"{name}: bodies", count == case["bodies"], count)


def check_webp(name, path, case):
    with tempfile.TemporaryDirectory() as folder:
        run("dwebp", path, "-o", f"{folder}/page.png")
        check(f"{name}: reads", reads(Image.open(f"{folder}/page.png"), case["message"]))


def check_jpg(name, path, case):
    check(f"{name}: reads", reads(Image.open(path), case["message"]))


def check_pbm(name, path, case):
    picture = Image.open(path)
    check(f"{name}: dots", near(picture.width * case["dot"], case["width"], case["dot"]), picture.size)
    check(f"{name}: reads", reads(picture, case["message"], case["mirrored"]))


CHECKS = {
    "pdf": check_pdf,
    "eps": check_eps,
    "dxf": check_dxf,
    "png": check_png,
    "stl": check_stl,
    "3mf": check_3mf,
    "webp": check_webp,
    "jpg": check_jpg,
    "pbm": check_pbm,
}

for case in json.load(open(sys.argv[1], encoding="utf8")):
    volumes = []
    for path in sorted(glob.glob(f"{case['folder']}/*")):
        name = os.path.basename(path)
        kind = name.rsplit(".", 1)[1]
        # The base of a sign is another sheet, of another size and without a code.
        if kind not in CHECKS or "work-sheet" in name or re.search(r"_base\.(pdf|dxf)$", name):
            continue
        try:
            volume = CHECKS[kind](name, path, case)
            if volume is not None and "_bodies_" in name:
                volumes.append(volume)
        except Exception as error:  # A program that cannot open a file is a failed check.
            check(f"{name}: opens", False, repr(error))

    if volumes:
        # Bodies that lie in or on each other are together as much as the piece.
        check(f"{case['folder']}: bodies together", abs(sum(volumes) - case["volume"]) < case["volume"] * 0.002, volumes)

def check_series(case):
    """Pages by poppler, each place cut out and read alone by zxing-cpp: the code of a row lies where its index says."""
    info = run("pdfinfo", case["path"]).decode()
    check("series: pages", int(re.search(r"^Pages:\s+(\d+)$", info, re.M)[1]) == case["pages"], info)
    with tempfile.TemporaryDirectory() as folder:
        run("pdftocairo", "-png", "-r", "300", case["path"], f"{folder}/page")
        pages = [Image.open(path).convert("L") for path in sorted(glob.glob(f"{folder}/page*.png"))]
        per_mm = 300 / 25.4
        check("series: pages are A4", all(near(page.width / per_mm, 210, 0.1) for page in pages))
        for code in case["codes"]:
            box = code["box"]
            corners = (box["x"], box["y"], box["x"] + box["width"], box["y"] + box["height"])
            own = pages[code["page"]].crop(tuple(round(at * per_mm) for at in corners))
            found = [result.text for result in zxingcpp.read_barcodes(ImageOps.expand(own, 20, 255))]
            check(f"series: {code['payload']} at its place", found == [code["payload"]], found)


SERIES = os.path.join(os.path.dirname(sys.argv[1]), "series.json")
if os.path.exists(SERIES):
    try:
        check_series(json.load(open(SERIES, encoding="utf8")))
    except Exception as error:
        check("series: opens", False, repr(error))

def check_module_symbols(told):
    """Symbols whose modules draw a picture, in a picture of which they take a third, by two readers that had no part in them."""
    check("pictures of modules: the panel reads all", told["unread"] == [], told["unread"][:8])
    missed = {"zxing-cpp": [], "ZBar": []}
    for own in told["symbols"]:
        side = own["side"]
        dark = Image.frombytes("L", (side, side), base64.b64decode(own["dark"])).point(lambda is_dark: 0 if is_dark else 255)
        picture = ImageOps.expand(dark, side, 255)
        found = {
            # A row of modules may pass for a linear code, with any symbol.
            "zxing-cpp": [result.text for result in zxingcpp.read_barcodes(picture, zxingcpp.BarcodeFormat.QRCode)],
            "ZBar": [symbol.data.decode() for symbol in pyzbar.decode(picture, [pyzbar.ZBarSymbol.QRCODE])],
        }
        for reader, texts in found.items():
            if texts != [own["text"]]:
                missed[reader].append((own["way"], own["version"], own["level"]))
    for reader, those in missed.items():
        check(f"pictures of modules: {reader} reads all {len(told['symbols'])}", those == [], (len(those), those[:12]))


MODULE_SYMBOLS = os.path.join(os.path.dirname(sys.argv[1]), "moduleSymbols.json")
if os.path.exists(MODULE_SYMBOLS):
    check_module_symbols(json.load(open(MODULE_SYMBOLS, encoding="utf8")))

LINKS = os.path.join(os.path.dirname(sys.argv[1]), "links.json")
if os.path.exists(LINKS):
    told = json.load(open(LINKS, encoding="utf8"))
    for server, alike in told["alike"].items():
        wrong = [own for own in told["found"] if own["server"] == server]
        check(f"links: {server} answers like our door", alike == told["asked"], wrong[:5])

print(f"{PASSED} passed, {FAILED} failed")
sys.exit(0 if FAILED == 0 else 1)
