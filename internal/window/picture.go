package window

import (
	"bytes"
	"context"
	"fmt"
	"hash/fnv"
	"image"
	"image/color"
	"image/jpeg"
	"strconv"

	"github.com/jezek/xgb/xproto"

	"durchgang/core/pagemap"
)

// picture is what a part of the screen shows now.
func (d *display) picture(at image.Rectangle) (*image.RGBA, error) {
	at = at.Intersect(image.Rect(0, 0, screenWidth, screenHeight))
	img := image.NewRGBA(at)
	if at.Empty() {
		return img, nil
	}
	r, err := xproto.GetImage(
		d.x, xproto.ImageFormatZPixmap, xproto.Drawable(d.root),
		int16(at.Min.X), int16(at.Min.Y), uint16(at.Dx()), uint16(at.Dy()), 0xffffffff,
	).Reply()
	if err != nil {
		return nil, fmt.Errorf("look at the display: %w", err)
	}
	if len(r.Data) < len(img.Pix) {
		return nil, fmt.Errorf("look at the display: it sent %d bytes of %d", len(r.Data), len(img.Pix))
	}
	for i := 0; i < len(img.Pix); i += 4 { // blue, green, red, and one that is not used
		img.Pix[i], img.Pix[i+1], img.Pix[i+2], img.Pix[i+3] = r.Data[i+2], r.Data[i+1], r.Data[i], 255
	}
	return img, nil
}

// pictureOf is what the screen shows where windows lie.
func (d *display) pictureOf(windows []pagemap.Element) (*image.RGBA, error) {
	var at image.Rectangle
	for _, w := range windows {
		at = at.Union(image.Rect(int(w.X), int(w.Y), int(w.X+w.W), int(w.Y+w.H)))
	}
	return d.picture(at)
}

// pictureState is the same for pictures of the windows that are the same.
func (w *Window) pictureState() (string, error) {
	shown, err := w.windows()
	if err != nil {
		return "", err
	}
	img, err := w.d.pictureOf(shown)
	if err != nil {
		return "", err
	}
	h := fnv.New64a()
	h.Write(img.Pix)
	return strconv.FormatUint(h.Sum64(), 16), nil
}

const (
	wide    = 500 // pixels of a picture that is kept, at most; a wider one is made smaller
	quality = 70
)

// Picture implements surface.Surface: all windows.
func (w *Window) Picture(context.Context) ([]byte, error) {
	img := w.tree.Pixels
	if img == nil || img.Rect.Empty() {
		return nil, nil
	}
	var out bytes.Buffer
	if err := jpeg.Encode(&out, smaller(img, 1+(img.Rect.Dx()-1)/wide), &jpeg.Options{Quality: quality}); err != nil {
		return nil, fmt.Errorf("write a picture: %w", err)
	}
	return out.Bytes(), nil
}

// smaller is a picture in which each square of by by pixels is one of their mean.
func smaller(img *image.RGBA, by int) *image.RGBA {
	if by == 1 {
		return img
	}
	small := image.NewRGBA(image.Rect(0, 0, img.Rect.Dx()/by, img.Rect.Dy()/by))
	for y := range small.Rect.Dy() {
		for x := range small.Rect.Dx() {
			var sum [3]int
			for i := range by * by {
				c := img.RGBAAt(img.Rect.Min.X+x*by+i%by, img.Rect.Min.Y+y*by+i/by)
				sum[0], sum[1], sum[2] = sum[0]+int(c.R), sum[1]+int(c.G), sum[2]+int(c.B)
			}
			n := by * by
			small.SetRGBA(x, y, color.RGBA{uint8(sum[0] / n), uint8(sum[1] / n), uint8(sum[2] / n), 255})
		}
	}
	return small
}
