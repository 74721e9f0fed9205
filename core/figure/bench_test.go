package figure

import "testing"

func BenchmarkNew(b *testing.B) {
	for b.Loop() {
		if _, err := New([]Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: 910}, {Key: "hip_girth", Value: 980}, {Key: "height", Value: 1660}}, Women, 0); err != nil {
			b.Fatal(err)
		}
	}
}
