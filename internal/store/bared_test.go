package store

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func painted(wide, high int) image.Image {
	m, r := image.NewRGBA(image.Rect(0, 0, wide, high)), rand.New(rand.NewPCG(1, 2))
	for i := range m.Pix {
		m.Pix[i] = byte(r.IntN(256))
	}
	return m
}

// A picture keeps every point it shows and the turn it is shown in, and loses what the camera wrote beside it: the place, the
// comment, the film that is appended.
func TestPicturesAreKeptBare(t *testing.T) {
	var plain bytes.Buffer
	require.NoError(t, jpeg.Encode(&plain, painted(64, 48), nil))
	exif := []byte("Exif\x00\x00II\x2a\x00\x08\x00\x00\x00\x02\x00")
	exif = append(exif, 0x12, 1, 3, 0, 1, 0, 0, 0, 6, 0, 0, 0)                    // turned
	exif = append(exif, 0x25, 0x88, 4, 0, 1, 0, 0, 0, 38, 0, 0, 0, 0, 0, 0, 0)    // a place
	exif = append(exif, "57 degrees 3 minutes north, Skerrow, by O. Vennlock"...) // and an owner
	segment := func(marker byte, body []byte) []byte {
		return append(binary.BigEndian.AppendUint16([]byte{0xFF, marker}, uint16(len(body)+2)), body...)
	}
	var told []byte
	told = append(told, plain.Bytes()[:2]...)
	told = append(told, segment(0xE1, exif)...)
	told = append(told, segment(0xE1, []byte("http://ns.adobe.com/xap/1.0/\x00<x>Vennlock</x>"))...)
	told = append(told, segment(0xFE, []byte("Vennlock took it"))...)
	told = append(told, plain.Bytes()[2:]...)
	told = append(told, "a film by Vennlock"...)
	bare := bared(told, "jpeg")
	assert.NotContains(t, string(bare), "Vennlock")
	assert.NotContains(t, string(bare), "degrees")
	a, err := jpeg.Decode(bytes.NewReader(told))
	require.NoError(t, err)
	b, err := jpeg.Decode(bytes.NewReader(bare))
	require.NoError(t, err)
	assert.Equal(t, a, b)
	assert.Contains(t, string(bare), "\x01\x12\x00\x03\x00\x00\x00\x01\x00\x06", "it stays turned")
	assert.Equal(t, bare, bared(bare, "jpeg"), "once is enough")
	assert.Equal(t, plain.Bytes(), bared(plain.Bytes(), "jpeg"), "what has nothing loses nothing")

	var flat bytes.Buffer
	require.NoError(t, png.Encode(&flat, painted(20, 30)))
	chunk := func(kind, body string) []byte {
		out := append(binary.BigEndian.AppendUint32(nil, uint32(len(body))), kind+body...)
		return binary.BigEndian.AppendUint32(out, crc32.ChecksumIEEE([]byte(kind+body)))
	}
	worded := append(bytes.Clone(flat.Bytes()[:33]), chunk("tEXt", "Author\x00Vennlock")...)
	worded = append(append(worded, chunk("eXIf", "Vennlock")...), flat.Bytes()[33:]...)
	assert.Equal(t, flat.Bytes(), bared(append(worded, "Vennlock"...), "png"))
}

// Whatever a file holds, baring it neither fails nor makes it longer, and what opened before opens after.
func TestBaringStandsAnything(t *testing.T) {
	var plain, flat bytes.Buffer
	require.NoError(t, jpeg.Encode(&plain, painted(40, 40), nil))
	require.NoError(t, png.Encode(&flat, painted(12, 12)))
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom([]string{"png", "jpeg"}).Draw(t, "kind")
		data := bytes.Clone(map[string][]byte{"png": flat.Bytes(), "jpeg": plain.Bytes()}[kind])
		for range rapid.IntRange(0, 6).Draw(t, "harms") {
			data[rapid.IntRange(0, len(data)-1).Draw(t, "at")] = rapid.Byte().Draw(t, "byte")
		}
		data = data[:rapid.IntRange(0, len(data)).Draw(t, "long")]
		bare := bared(data, kind)
		require.LessOrEqual(t, len(bare), len(data))
		if _, _, err := image.Decode(bytes.NewReader(data)); err == nil {
			_, _, err := image.Decode(bytes.NewReader(bare))
			require.NoError(t, err)
		}
	})
}

// A picture is refused for the room it would take opened, however little it takes closed: two bytes a colour are counted as
// two, and a JPEG of passes holds all of them.
func TestPicturesAreWeighedOpened(t *testing.T) {
	deep := image.NewNRGBA64(image.Rect(0, 0, 4400, 4400))
	for i := range deep.Pix {
		deep.Pix[i] = 0xFF
	}
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, deep))
	require.Less(t, b.Len(), LargestPhoto)
	assert.ErrorContains(t, weighed(b.Bytes()), "opened")
	b.Reset()
	require.NoError(t, png.Encode(&b, image.NewGray(image.Rect(0, 0, 4400, 4400))))
	assert.NoError(t, weighed(b.Bytes()), "a grey one of as many points is light")
	assert.Equal(t, 8.0, bytesAPoint(color.NRGBA64Model, "png", nil))
	assert.Greater(t, bytesAPoint(color.YCbCrModel, "jpeg", []byte{0xFF, 0xD8, 0xFF, 0xC2, 0, 4, 0, 0}), 10.0)
}
