# What both commands need to install what is missing; read by them, not run.

has() { command -v "$1" >/dev/null 2>&1; }

# Debian's packages, where what they bring is missing.
install() {
  echo "Installing $* ..." >&2
  local as_root=""; [ "$(id -u)" = 0 ] || as_root="sudo"
  has apt-get && $as_root apt-get update -qq >&2 && DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq "$@" >/dev/null \
    || { echo "$* could not be installed; install that and run this again." >&2; return 2; }
}

missing_sdk() {
  echo "The .NET 10 SDK is missing. Debian has no package of it: take it from https://dotnet.microsoft.com/download, or let its own script" >&2
  echo "'dotnet-install.sh --channel 10.0' put it into your home, and run this again." >&2
}
