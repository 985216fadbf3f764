# Sourced: only one start at a time installs and builds in this folder. `locked` waits for another, or says why it cannot work.

# Is the lock of a process that is gone?
is_left_behind() {
  local owner
  owner=$(cat .cache/starting/pid 2>/dev/null || true)
  [ -n "$owner" ] && ! kill -0 "$owner" 2>/dev/null
}

locked() {
  if [ ! -w . ]; then
    echo "symplex: this folder cannot be written to: $(pwd). Installing and building need that; copy it to where you may write." >&2
    exit 1
  fi
  mkdir -p .cache
  local said=
  until mkdir .cache/starting 2>/dev/null; do
    # One that was killed leaves its lock behind. Of those that wait one takes it away, and looks again before it does: another
    # may have done so, and begun, in between.
    if is_left_behind && mkdir .cache/clearing 2>/dev/null; then
      if is_left_behind; then rm -rf .cache/starting; fi
      rmdir .cache/clearing
      continue
    fi
    if [ -z "$said" ]; then
      echo 'Another start is at work here; waiting for it...'
      said=yes
    fi
    sleep 0.3
  done
  echo $$ >.cache/starting/pid
  trap 'rm -rf .cache/starting' EXIT
}
