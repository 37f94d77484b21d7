#!/usr/bin/env bash
# Makes sure that Debian's packages named are there: installs them when run as
# root, else says the one line to run.
set -euo pipefail
there() {
  case "$1" in
    postgresql) compgen -G '/usr/lib/postgresql/*/bin/postgres' > /dev/null ;;
    r-doc-pdf) [ -f /usr/share/R/doc/manual/fullrefman.pdf ] ;;
    tesseract-ocr) command -v tesseract > /dev/null ;;
    *) command -v "$1" > /dev/null ;;
  esac
}
missing=()
for package in "$@"; do
  there "$package" || missing+=("$package")
done
[ ${#missing[@]} -eq 0 ] && exit 0
if [ "$(id -u)" -ne 0 ]; then
  echo "Some of Debian's packages are missing. Run: sudo apt-get install -y ${missing[*]}" >&2
  exit 1
fi
echo "Installing ${missing[*]} from Debian's packages …"
export DEBIAN_FRONTEND=noninteractive
patient=(-o DPkg::Lock::Timeout=600 -o Acquire::Retries=3)
# The lists have a lock of their own, for which apt itself does not wait.
for try in $(seq 60); do
  apt-get "${patient[@]}" update -qq && break
  [ "$try" -eq 60 ] && exit 1
  echo "Another program is using apt; waiting for it …"
  sleep 5
done
apt-get "${patient[@]}" install -y -qq --no-install-recommends "${missing[@]}" > /dev/null
