#!/bin/bash
# Installs what is missing of Debian's packages: the box, the database, the
# languages of student programs, the browser of pages, and the one of the tests.
set -euo pipefail

missing=()
need() { # need PATH PACKAGE...
  compgen -G "$1" > /dev/null || missing+=("${@:2}")
}
need /usr/bin/bwrap bubblewrap
need '/usr/lib/postgresql/*/bin/pg_ctl' postgresql
need /usr/sbin/runuser util-linux
need /usr/bin/git git ca-certificates
need /usr/bin/python3 python3
need /usr/bin/gcc gcc libc6-dev
need /usr/include/stdio.h libc6-dev
need /usr/bin/g++ g++
need /usr/bin/javac default-jdk-headless
need /usr/bin/mcs mono-mcs mono-runtime libmono-system-core4.0-cil
need /usr/bin/fpc fp-compiler fp-units-rtl
need /usr/bin/lua5.4 lua5.4
need /usr/bin/ruby ruby
need /usr/bin/node nodejs
need /usr/share/nodejs/typescript node-typescript
need /usr/bin/npm npm
need /usr/bin/chromium chromium fonts-dejavu-core
need /usr/lib/chromium/chromium-headless-shell chromium-headless-shell
need /usr/bin/Xvfb xvfb
need '/usr/lib/python3*/tkinter/__init__.py' python3-tk
need /usr/lib/python3/dist-packages/pygame python3-pygame
need '/usr/lib/jvm/java-*-openjdk-*/lib/libawt_xawt.so' default-jre

if ! command -v go > /dev/null; then
  echo "setup: Go 1.26 or newer is needed and not on the PATH; install it and try again" >&2
  exit 1
fi
[ ${#missing[@]} -eq 0 ] && exit 0

echo "setup: installing ${missing[*]}"
as_root=()
if [ "$(id -u)" -ne 0 ]; then
  if ! command -v sudo > /dev/null; then
    echo "setup: as root, run: apt-get install ${missing[*]}" >&2
    exit 1
  fi
  as_root=(sudo)
fi
export DEBIAN_FRONTEND=noninteractive
"${as_root[@]}" apt-get update -qq
"${as_root[@]}" apt-get install -y -qq --no-install-recommends "${missing[@]}" > /dev/null
