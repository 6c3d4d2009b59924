package e2e

import (
	"fmt"
	"os"
	"testing"
	"time"
)

// TestMain runs the tests, the application and the browser in a time zone where it is
// morning: a day that ends while a journey is under way changes "9 days ago" on the screen.
func TestMain(m *testing.M) {
	if err := morning(time.Now().UTC().Hour()); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	os.Exit(m.Run())
}

// morning takes the time zone in which the hour of UTC given is eight o'clock. The names of
// these zones count towards the west: Etc/GMT-8 is eight hours before London.
func morning(utc int) error {
	ahead := 8 - utc
	if ahead < -12 {
		ahead += 24
	}
	name := fmt.Sprintf("Etc/GMT%+d", -ahead)
	zone, err := time.LoadLocation(name)
	if err != nil {
		return fmt.Errorf("the time zone of the tests: %w", err)
	}
	time.Local = zone
	return os.Setenv("TZ", name)
}
