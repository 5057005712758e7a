#!/bin/sh
# Begins Chromium without what a person sees of it, so that it ends when the driver that began it ends.
exec /usr/bin/setpriv --pdeathsig KILL -- /usr/lib/chromium/chromium-headless-shell "$@"
