package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// A group of guitar, ukulele and bass is made on its screen; each has the music on its own neck, another part is laid at once, and
// what is muted is remembered while the others play.
func TestAGroupPlaysTogether(t *testing.T) {
	t.Parallel()
	p := open(t, "/together?instrument.id=guitar&scale.tonic=Ab&scale.name=major&layout.system=one-octave", true)
	p.do(click("[data-do=new-group]"), chromedp.WaitVisible(css("[data-field=name] input")))
	p.fill("[data-field=name] input", "Barn trio")
	p.do(click("[data-do=add-member]"))
	for i, name := range []string{"Isolde", "Merrin", "Jory"} {
		p.fill(".member:nth-of-type("+string(rune('1'+i))+") [data-field=member-name] input", name)
	}
	p.pickInstrument(2, "ukulele")
	p.pickInstrument(3, "4-string bass")
	p.do(click("[data-do=keep-pupil]"), chromedp.WaitVisible(css("[data-member=Jory]")))
	p.eventually("[data-member=Merrin]", "ukulele")
	p.eventually("[data-member=Jory]", "4-string bass")

	first := p.lane("Merrin")
	p.do(onto("[data-member=Merrin] [data-do=voice]"), chromedp.KeyEvent("a third a"))
	p.until(fmt.Sprintf(`document.querySelector('[aria-label^="What Merrin plays"]').ariaLabel !== %q`, first),
		"another part is laid out")
	assert.Contains(t, p.lane("Merrin"), "What Merrin plays: C,", "a third above A♭")
	assert.Contains(t, p.lane("Isolde"), "What Isolde plays: A♭,")

	p.do(click("[data-member=Jory] [data-do=mute]"), press(" "))
	p.until(`!!document.querySelector('.time-lanes .current')`, "it plays")
	p.do(press(" "))
	p.do(click(`a[href$="/today"]`))
	p.do(click("[data-fold=all-pupils] summary"))
	p.eventually("[data-fold=all-pupils]", "Barn trio")
}

// pickInstrument chooses the instrument of a member in the form of a group; a press that the opening menu took is repeated.
func (p page) pickInstrument(member int, name string) {
	p.t.Helper()
	field := fmt.Sprintf(".member:nth-of-type(%d) [data-field=member-instrument]", member)
	for range 4 {
		p.do(
			click(field+" .v-field"),
			click(
				fmt.Sprintf(
					`//div[contains(@class,"v-overlay--active")]//*[@role="option"][.//*[normalize-space()=%q]]`,
					name,
				),
			),
			chromedp.WaitNotPresent(css(".v-menu.v-overlay--active")),
		)
		if value[bool](
			p,
			fmt.Sprintf("document.querySelector(%q).textContent.endsWith(%q)", field+" .v-select__selection", name),
		) {
			return
		}
	}
	p.t.Fatalf("member %d didn't get %s", member, name)
}

// lane is what a member plays, as a screen reader says it.
func (p page) lane(name string) string {
	p.t.Helper()
	return value[string](p, `document.querySelector('[aria-label^="What `+name+` plays"]').ariaLabel`)
}
