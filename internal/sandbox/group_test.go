package sandbox

import (
	"maps"
	"os"
	"path/filepath"
	"testing"
)

func TestLocate(t *testing.T) {
	const (
		own1   = "4:memory:/made/by\n3:cpu,cpuacct:/\n2:pids:/made\n0::/\n"
		mount1 = "35 31 0:32 / /sys/fs/cgroup/memory rw,relatime - cgroup cgroup rw,memory\n" +
			"32 31 0:29 / /sys/fs/cgroup/cpu rw - cgroup cgroup rw,cpu,cpuacct\n" +
			"39 31 0:36 /made /sys/fs/cgroup/pids rw - cgroup cgroup rw,pids\n" +
			"22 1 8:1 / / rw - ext4 /dev/root rw\n"
		own2   = "0::/system.slice/durchgang.service\n"
		mount2 = "30 23 0:26 / /sys/fs/cgroup rw shared:9 - cgroup2 cgroup2 rw,nsdelegate\n"
	)
	all := func(dir string) map[string]string {
		return map[string]string{"memory": dir, "pids": dir, "cpu": dir}
	}
	tests := []struct {
		name, own, mounts string
		v2, v1            map[string]string
	}{
		{"version 1", own1, mount1, nil, map[string]string{
			"memory": "/sys/fs/cgroup/memory/made/by", "cpu": "/sys/fs/cgroup/cpu", "pids": "/sys/fs/cgroup/pids"}},
		{"version 2", own2, mount2, all("/sys/fs/cgroup/system.slice/durchgang.service"), nil},
		{"seen from outside its own root", own2, "30 23 0:26 /other /sys/fs/cgroup rw - cgroup2 cgroup2 rw\n", nil, nil},
		{"cut off", "4:mem", "35 31 0:32 / /sys/fs", nil, nil},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			found := locate(tt.own, tt.mounts)
			if !maps.Equal(found[0].under, tt.v2) || !maps.Equal(found[1].under, tt.v1) {
				t.Errorf("found %v", found)
			}
		})
	}
}

func TestGroupsOfTheDeadAreSwept(t *testing.T) {
	base := t.TempDir()
	const nobody = "4194305" // more than the kernel's greatest process id
	for _, dir := range []string{prefix + nobody, prefix + "1", "other"} {
		if err := os.Mkdir(filepath.Join(base, dir), 0o755); err != nil {
			t.Fatal(err)
		}
	}
	sweep(base)
	left, err := filepath.Glob(filepath.Join(base, "*"))
	if err != nil || len(left) != 2 {
		t.Errorf("left %v, %v", left, err)
	}
}
