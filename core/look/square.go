package look

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"

	"proxenos/core/plate"
)

// A homography takes places of the canvas, mm, to places of the photograph (Hartley and Zisserman
// 2004, §4.1).
type homography [9]float64

// homographyOf is the one that takes the corners of a canvas of a size, mm, to those of a
// quadrilateral. It fails where three of these lie on one line.
func homographyOf(q Quad, width, height float64) (h homography, err error) {
	from := [4]Pixel{{0, 0}, {width, 0}, {width, height}, {0, height}}
	a, b := mat.NewDense(8, 8, nil), mat.NewVecDense(8, nil)
	for i, p := range from {
		x, y := q[i].X, q[i].Y
		a.SetRow(2*i, []float64{p.X, p.Y, 1, 0, 0, 0, -x * p.X, -x * p.Y})
		a.SetRow(2*i+1, []float64{0, 0, 0, p.X, p.Y, 1, -y * p.X, -y * p.Y})
		b.SetVec(2*i, x)
		b.SetVec(2*i+1, y)
	}
	var v mat.VecDense
	if err := v.SolveVec(a, b); err != nil {
		return h, errors.New("corners: three of them lie on one line: drag them apart")
	}
	copy(h[:], v.RawVector().Data)
	h[8] = 1
	return h, nil
}

func (h *homography) see(x, y float64) (float64, float64) {
	k := h[6]*x + h[7]*y + h[8]
	return (h[0]*x + h[1]*y + h[2]) / k, (h[3]*x + h[4]*y + h[5]) / k
}

// Squared is a photograph squared up: the picture with what lies around it.
type Squared struct {
	Picture *plate.Plate // of the canvas, Mm mm a place
	Around  *plate.Plate // the same with Margin mm on every side
	Margin  float64
}

// margin is how much around the picture is squared up with it, mm, as a share of its width.
const margin = 0.06

// Check says what is wrong with corners in a photograph of so many pixels, and its cure.
func (q Quad) Check(width, height int) error {
	w, h := float64(width), float64(height)
	for _, p := range q {
		if !(math.Abs(p.X) <= 3*w+1e3 && math.Abs(p.Y) <= 3*h+1e3) {
			return errors.New("corners: one is no place of the photograph: drag it there")
		}
	}
	if q.area() < 0.001*w*h {
		return errors.New("corners: they enclose next to nothing, or go round the wrong way: give upper left, upper right, lower right, lower left")
	}
	for i, a := range q {
		b, c := q[(i+1)%4], q[(i+2)%4]
		if (b.X-a.X)*(c.Y-b.Y)-(b.Y-a.Y)*(c.X-b.X) <= 0 {
			return errors.New("corners: one lies within the others: drag it outward")
		}
	}
	return nil
}

// Square squares the picture with these corners up: width by height mm in places of about mm. It
// fails for corners that are none.
func Square(photo *plate.Plate, q Quad, width, height, mm float64) (*Squared, error) {
	if err := q.Check(photo.W, photo.H); err != nil {
		return nil, err
	}
	see, err := homographyOf(q, width, height)
	if err != nil {
		return nil, err
	}
	cells := max(8, int(math.Round(width/mm)))
	rows := max(8, int(math.Round(height/mm)))
	mm = width / float64(cells)
	m := max(1, int(margin*float64(cells)))
	around := plate.New(cells+2*m, rows+2*m, mm)
	// Where the photograph has several pixels a place they are averaged.
	fine := min(4, max(1, int(math.Ceil(math.Sqrt(q.area()/float64(cells*rows))))))
	yy := height / float64(rows)
	n := float32(fine * fine)
	for j := range around.H {
		for i := range around.W {
			var sum [3]float32
			for b := range fine {
				for a := range fine {
					x := (float64(i-m) + (float64(a)+0.5)/float64(fine)) * mm
					y := (float64(j-m) + (float64(b)+0.5)/float64(fine)) * yy
					c := photo.At(see.see(x, y))
					sum[0], sum[1], sum[2] = sum[0]+c[0], sum[1]+c[1], sum[2]+c[2]
				}
			}
			around.RGB[j*around.W+i] = [3]float32{sum[0] / n, sum[1] / n, sum[2] / n}
		}
	}
	picture := plate.New(cells, rows, mm)
	for j := range rows {
		copy(picture.RGB[j*cells:(j+1)*cells], around.RGB[(j+m)*around.W+m:][:cells])
	}
	return &Squared{picture, around, float64(m) * mm}, nil
}
