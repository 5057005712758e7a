# begin-again.sh ROOT COMMAND… : runs a command, and begins it again when it ends or a source of PHP changes.
root=$1
shift
ending=
trap 'ending=1' TERM INT
stamp=$(mktemp)
while [ -z "$ending" ]; do
    touch "$stamp"
    "$@" &
    child=$!
    while [ -z "$ending" ] && kill -0 "$child" 2>/dev/null; do
        sleep 1
        [ -z "$(find "$root/app/src" "$root/app/config" "$root/core/src" "$root/docs/setup.schema.json" -newer "$stamp" -print -quit)" ] || break
    done
    kill -TERM "$child" 2>/dev/null
    wait "$child"
done
rm -f "$stamp"
