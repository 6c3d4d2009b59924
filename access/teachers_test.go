package access_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
)

const porch = "gate porch kettle moth"

func TestTeachers(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "new")
	none, err := access.ReadTeachers(dir)
	require.NoError(t, err)
	assert.Nil(t, none, "a folder of one teacher")
	require.NoError(t, access.KeepTeacher(dir, "Wren", porch, []string{"hall", "attic"}))
	first, err := access.TeachersStamp(dir)
	require.NoError(t, err)
	require.NoError(t, access.KeepTeacher(dir, "Moss Ünal", "kettle moth gate porch", []string{"shed"}))
	second, err := access.TeachersStamp(dir)
	require.NoError(t, err)
	assert.NotEqual(t, first, second)
	all, err := access.ReadTeachers(dir)
	require.NoError(t, err)
	require.Len(t, all, 2)
	assert.Equal(t, "Moss Ünal", all[0].Name, "by name")
	wren, ok := all.Enter("Wren", porch)
	require.True(t, ok)
	assert.Equal(t, []bool{true, true, false, true}, []bool{wren.May("hall"), wren.May("attic"), wren.May("shed"),
		wren.May("")})
	for _, wrong := range [][2]string{{"Wren", "kettle moth gate porch"}, {"wren", porch}, {"", porch}, {"Nobody", ""},
		{"Wren", ""}} {
		_, ok := all.Enter(wrong[0], wrong[1])
		assert.False(t, ok, wrong)
	}
	require.NoError(t, access.KeepTeacher(dir, "Wren", "", []string{"hall"}), "the passphrase stays")
	all, err = access.ReadTeachers(dir)
	require.NoError(t, err)
	wren, ok = all.Enter("Wren", porch)
	assert.True(t, ok && !wren.May("attic"))
	require.NoError(t, access.DropTeacher(dir, "Wren"))
	all, err = access.ReadTeachers(dir)
	require.NoError(t, err)
	assert.Len(t, all, 1)

	data, err := os.ReadFile(filepath.Join(dir, "teachers.json"))
	require.NoError(t, err)
	assert.NotContains(t, string(data), "kettle")
	stat, err := os.Stat(filepath.Join(dir, "teachers.json"))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), stat.Mode().Perm())
}

func TestTeachersAreRefused(t *testing.T) {
	dir := t.TempDir()
	for says, keep := range map[string]func() error{
		"give a name of 1 to 80": func() error { return access.KeepTeacher(dir, "", porch, []string{"hall"}) },
		`teacher " Wren" was given`: func() error {
			return access.KeepTeacher(dir, " Wren", porch,
				[]string{"hall"})
		},
		"0 rooms were given": func() error { return access.KeepTeacher(dir, "Wren", porch, nil) },
		`room "The Hall" was given`: func() error {
			return access.KeepTeacher(dir, "Wren", porch,
				[]string{"The Hall"})
		},
		`room "../hall" was given`: func() error {
			return access.KeepTeacher(dir, "Wren", porch,
				[]string{"../hall"})
		},
		"give 12 to 200": func() error {
			return access.KeepTeacher(dir, "Wren", "short",
				[]string{"hall"})
		},
		"not known: give a passphrase": func() error { return access.KeepTeacher(dir, "Wren", "", []string{"hall"}) },
		"not known: the list has them": func() error { return access.DropTeacher(dir, "Wren") },
		"201 rooms were given": func() error {
			return access.KeepTeacher(dir, "Wren", porch, strings.Split(strings.Repeat("hall ", 201), " ")[:201])
		},
	} {
		assert.ErrorContains(t, keep(), says)
	}
	all, err := access.ReadTeachers(dir)
	require.NoError(t, err)
	assert.Empty(t, all, "nothing of it is kept")
	require.NoError(t, os.WriteFile(filepath.Join(dir, "teachers.json"), []byte(`[{"name": `), 0o600))
	_, err = access.ReadTeachers(dir)
	assert.ErrorContains(t, err, "teachers.json cannot be read")
	assert.Error(t, access.KeepTeacher(dir, "Wren", porch, []string{"hall"}),
		"a list that cannot be read is not written over")
}

// Several are let in at once: none is lost.
func TestTeachersAtOnce(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, access.KeepTeacher(dir, "Wren", porch, []string{"hall"}))
	var wait sync.WaitGroup
	for i := range 12 {
		wait.Go(func() {
			assert.NoError(t, access.KeepTeacher(dir, "Wren", "", []string{"hall", fmt.Sprintf("room-%d", i)}))
			assert.ErrorContains(t, access.KeepTeacher(dir, fmt.Sprint("T", i), "", []string{"hall"}), "not known")
		})
	}
	wait.Wait()
	all, err := access.ReadTeachers(dir)
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Len(t, all[0].Rooms, 2)
	_, ok := all.Enter("Wren", porch)
	assert.True(t, ok)
}
