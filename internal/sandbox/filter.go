package sandbox

import (
	"bytes"
	"encoding/binary"
	"fmt"
	"os"
	"runtime"
	"sync"

	"golang.org/x/net/bpf"
	"golang.org/x/sys/unix"
)

// denied are system calls that no classroom game needs, and that reach beyond a box or
// into parts of the kernel where its holes were found.
var denied = []uint32{
	unix.SYS_PTRACE, unix.SYS_PROCESS_VM_READV, unix.SYS_PROCESS_VM_WRITEV,
	unix.SYS_MOUNT, unix.SYS_UMOUNT2, unix.SYS_PIVOT_ROOT, unix.SYS_CHROOT, unix.SYS_SETNS, unix.SYS_UNSHARE,
	unix.SYS_OPEN_TREE, unix.SYS_MOVE_MOUNT, unix.SYS_FSOPEN, unix.SYS_FSCONFIG, unix.SYS_FSMOUNT, unix.SYS_FSPICK,
	unix.SYS_BPF, unix.SYS_PERF_EVENT_OPEN, unix.SYS_USERFAULTFD, unix.SYS_FANOTIFY_INIT,
	unix.SYS_IO_URING_SETUP, unix.SYS_IO_URING_ENTER, unix.SYS_IO_URING_REGISTER,
	unix.SYS_KEYCTL, unix.SYS_ADD_KEY, unix.SYS_REQUEST_KEY,
	unix.SYS_KEXEC_LOAD, unix.SYS_INIT_MODULE, unix.SYS_FINIT_MODULE, unix.SYS_DELETE_MODULE,
	unix.SYS_REBOOT, unix.SYS_SWAPON, unix.SYS_SWAPOFF, unix.SYS_ACCT, unix.SYS_QUOTACTL, unix.SYS_SYSLOG,
	unix.SYS_NAME_TO_HANDLE_AT, unix.SYS_OPEN_BY_HANDLE_AT, unix.SYS_SETTIMEOFDAY, unix.SYS_CLOCK_SETTIME, unix.SYS_ADJTIMEX,
}

// namespaces are the flags of clone(2) that make namespaces.
const namespaces = unix.CLONE_NEWNS | unix.CLONE_NEWCGROUP | unix.CLONE_NEWUTS | unix.CLONE_NEWIPC |
	unix.CLONE_NEWUSER | unix.CLONE_NEWPID | unix.CLONE_NEWNET

// Offsets in struct seccomp_data (seccomp(2)), on a little-endian machine.
const (
	atNumber = 0
	atArch   = 4
	atFirst  = 16 // lower half of the first argument
	atSecond = 24
)

func refuse(errno unix.Errno) bpf.Instruction {
	return bpf.RetConstant{Val: unix.SECCOMP_RET_ERRNO | uint32(errno)}
}

// filter returns the instructions that decide on a system call: the denied ones, new
// namespaces, strange kinds of sockets, typing into the own terminal, and whatever
// comes from another architecture are refused. clone3 is said not to exist, since its
// flags cannot be looked at; callers fall back on clone.
func filter() ([]bpf.Instruction, error) {
	arch, known := map[string]uint32{"amd64": unix.AUDIT_ARCH_X86_64, "arm64": unix.AUDIT_ARCH_AARCH64}[runtime.GOARCH]
	if !known {
		return nil, fmt.Errorf("no filter of system calls is known for %s", runtime.GOARCH)
	}
	const otherABI = 0x40000000 // x32 on amd64
	list := []bpf.Instruction{
		bpf.LoadAbsolute{Off: atArch, Size: 4},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: arch, SkipTrue: 1},
		refuse(unix.ENOSYS),
		bpf.LoadAbsolute{Off: atNumber, Size: 4},
		bpf.JumpIf{Cond: bpf.JumpLessThan, Val: otherABI, SkipTrue: 1},
		refuse(unix.ENOSYS),
		bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_CLONE3, SkipTrue: 1},
		refuse(unix.ENOSYS),
	}
	for _, number := range denied {
		list = append(list, bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: number, SkipTrue: 1}, refuse(unix.EPERM))
	}
	return append(list,
		bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_CLONE, SkipTrue: 4},
		bpf.LoadAbsolute{Off: atFirst, Size: 4},
		bpf.JumpIf{Cond: bpf.JumpBitsNotSet, Val: namespaces, SkipTrue: 1},
		refuse(unix.EPERM),
		bpf.RetConstant{Val: unix.SECCOMP_RET_ALLOW},

		bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_SOCKET, SkipTrue: 5},
		bpf.LoadAbsolute{Off: atFirst, Size: 4},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: unix.AF_UNIX, SkipTrue: 9},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: unix.AF_INET, SkipTrue: 8},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: unix.AF_INET6, SkipTrue: 7},
		refuse(unix.EAFNOSUPPORT),

		bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_IOCTL, SkipTrue: 5},
		bpf.LoadAbsolute{Off: atSecond, Size: 4},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: unix.TIOCSTI, SkipTrue: 2},
		bpf.JumpIf{Cond: bpf.JumpEqual, Val: unix.TIOCLINUX, SkipTrue: 1},
		bpf.RetConstant{Val: unix.SECCOMP_RET_ALLOW},
		refuse(unix.EPERM),

		bpf.RetConstant{Val: unix.SECCOMP_RET_ALLOW},
	), nil
}

// assembled is the filter as struct sock_filter, made once for all boxes.
var assembled = sync.OnceValues(func() ([]byte, error) {
	list, err := filter()
	if err != nil {
		return nil, err
	}
	raw, err := bpf.Assemble(list)
	if err != nil {
		return nil, fmt.Errorf("assemble the filter of system calls: %w", err)
	}
	var out bytes.Buffer
	for _, i := range raw {
		if err := binary.Write(&out, binary.LittleEndian, i); err != nil {
			return nil, err
		}
	}
	return out.Bytes(), nil
})

// filterFile returns a pipe that holds the filter as bubblewrap reads it. It fits into
// the pipe.
func filterFile() (*os.File, error) {
	program, err := assembled()
	if err != nil {
		return nil, err
	}
	r, w, err := os.Pipe()
	if err != nil {
		return nil, err
	}
	defer w.Close()
	if _, err := w.Write(program); err != nil {
		r.Close()
		return nil, err
	}
	return r, nil
}
