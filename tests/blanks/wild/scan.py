"""Prints a PDF and puts it through a scanner: `scan.py IN OUT DEGREES SEED` makes a PDF of grey pictures, one a page, turned
by so many degrees to the left, grained, on paper that isn't white throughout."""
import io
import random
import subprocess
import sys
from PIL import Image, ImageChops

source, out, degrees, seed = sys.argv[1], sys.argv[2], float(sys.argv[3]), int(sys.argv[4])
DPI = 200
luck = random.Random(seed)
ppm = subprocess.run(['pdftoppm', '-r', str(DPI), '-gray', source], check=True, capture_output=True).stdout
pages = []
reader = io.BytesIO(ppm)
while reader.tell() < len(ppm):
    assert reader.readline().strip() == b'P5'
    width, height = map(int, reader.readline().split())
    reader.readline()
    page = Image.frombytes('L', (width, height), reader.read(width * height))
    page = page.rotate(degrees, resample=Image.BICUBIC, fillcolor=255)
    # Its light falls off to one side; the grain is that of the glass.
    ground = luck.randint(236, 250)
    fall = Image.linear_gradient('L').rotate(luck.choice([0, 90, 180, 270])).resize((width, height))
    page = ImageChops.multiply(page, fall.point(lambda v: ground - (255 - v) * 14 // 255))
    grain = Image.effect_noise((width, height), luck.randint(8, 20))
    page = ImageChops.add(page, grain, 1, -128)
    pages.append(page)
pages[0].save(out, 'PDF', resolution=DPI, save_all=True, append_images=pages[1:], quality=luck.randint(60, 85))
