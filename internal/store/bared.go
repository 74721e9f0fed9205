package store

import (
	"bytes"
	"encoding/binary"
	"slices"
)

// bared is a picture without what a camera wrote beside it: no place, no owner, no day, nothing that is appended. Of a JPEG the
// turn it is to be shown in stays, and so do profiles of its colours. kind is png or jpeg; a picture that can't be read so
// far is left as it is, for it is refused elsewhere.
func bared(data []byte, kind string) []byte {
	if kind == "png" {
		return baredPNG(data)
	}
	return baredJPEG(data)
}

// pngHead is what a PNG begins with; wordy are its chunks that say something beside the picture.
const pngHead = 8

var wordy = []string{"eXIf", "tEXt", "zTXt", "iTXt", "tIME"}

func baredPNG(data []byte) []byte {
	if len(data) < pngHead {
		return data
	}
	out := slices.Clone(data[:pngHead])
	for at := pngHead; at+12 <= len(data); {
		long := int(binary.BigEndian.Uint32(data[at:]))
		end := at + 12 + long
		if long < 0 || end < at || end > len(data) {
			return data
		}
		kind := string(data[at+4 : at+8])
		if !slices.Contains(wordy, kind) {
			out = append(out, data[at:end]...)
		}
		if kind == "IEND" {
			return out
		}
		at = end
	}
	return data
}

// The markers of a JPEG that matter here.
const (
	jpegFrom, jpegTo, jpegScan = 0xD8, 0xD9, 0xDA
	jpegExif, jpegColours      = 0xE1, 0xE2
	jpegAdobe, jpegComment     = 0xEE, 0xFE
	jpegProgressive            = 0xC2
)

func baredJPEG(data []byte) []byte {
	if len(data) < 4 || data[0] != 0xFF || data[1] != jpegFrom {
		return data
	}
	out := slices.Clone(data[:2])
	for at := 2; at+4 <= len(data); {
		if data[at] != 0xFF {
			return data
		}
		marker := data[at+1]
		if marker == 0xFF { // filling
			at++
			continue
		}
		if marker == jpegTo {
			return append(out, data[at:at+2]...)
		}
		end := at + 2 + int(binary.BigEndian.Uint16(data[at+2:]))
		if end > len(data) || end < at+4 {
			return data
		}
		segment := data[at:end]
		switch {
		case marker == jpegExif:
			out = append(out, turnOnly(segment)...)
		case marker == jpegComment || marker > jpegExif && marker <= 0xEF && marker != jpegColours && marker != jpegAdobe:
		case marker == jpegColours && !bytes.HasPrefix(segment[4:], []byte("ICC_PROFILE\x00")): // further pictures
		default:
			out = append(out, segment...)
		}
		at = end
		if marker != jpegScan {
			continue
		}
		from := at // what a scan holds, up to the next marker
		for at+1 < len(data) && (data[at] != 0xFF || data[at+1] == 0 || data[at+1] >= 0xD0 && data[at+1] <= 0xD7) {
			at++
		}
		out = append(out, data[from:at]...)
		if at+4 > len(data) && at+2 <= len(data) && data[at+1] == jpegTo {
			return append(out, data[at:at+2]...)
		}
	}
	return data
}

// turnOnly is an Exif segment that holds nothing but how the picture is turned, as Exif 2.3 writes it; nothing where it stands
// upright or can't be read.
func turnOnly(segment []byte) []byte {
	const head, orientation = "Exif\x00\x00", 0x0112
	body, ok := bytes.CutPrefix(segment[4:], []byte(head))
	if !ok || len(body) < 14 {
		return nil
	}
	var order binary.ByteOrder = binary.BigEndian
	if body[0] == 'I' {
		order = binary.LittleEndian
	}
	at := int(order.Uint32(body[4:]))
	if at < 8 || at+2 > len(body) {
		return nil
	}
	for k := range int(order.Uint16(body[at:])) {
		entry := at + 2 + 12*k
		if entry+12 > len(body) {
			return nil
		}
		if order.Uint16(body[entry:]) != orientation {
			continue
		}
		turn := order.Uint16(body[entry+8:])
		if turn < 2 || turn > 8 {
			return nil
		}
		out := append([]byte{0xFF, jpegExif, 0, 34}, head...)
		out = append(out, "MM\x00\x2a\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00"...)
		return append(out, byte(turn), 0, 0, 0, 0, 0, 0)
	}
	return nil
}

// progressive tells whether a JPEG is sent in ever finer passes: all of them are held at once while it is opened.
func progressive(data []byte) bool {
	for at := 2; at+4 <= len(data) && data[at] == 0xFF; {
		if marker := data[at+1]; marker == jpegProgressive {
			return true
		} else if marker == 0xFF {
			at++
			continue
		} else if marker == jpegScan {
			return false
		}
		at += 2 + int(binary.BigEndian.Uint16(data[at+2:]))
	}
	return false
}
