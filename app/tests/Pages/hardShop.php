<?php

declare(strict_types=1);

// A small shop whose item page is hard in one way, by the first part of its path: /quiet/item, /moves+covered/item, …
// Everything behind the item page is plain. The address of something that must not be asked is told by the setting
// ITHREL_ELSEWHERE.

$parts = explode('/', trim((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH), '/'));
[$mode, $page] = [$parts[0] ?? '', $parts[1] ?? ''];
$elsewhere = (string) getenv('ITHREL_ELSEWHERE');
session_save_path(sys_get_temp_dir());
session_start(['cookie_path' => '/' . $mode, 'name' => 'hard']);
$sizes =
    'values' === $mode
        ? array_combine(
            array_map(static fn(int $n): string => 'v' . $n, range(1, 300)),
            array_map(static fn(int $n): array => ['Shade ' . $n, $n / 10], range(1, 300)),
        )
        : ['s' => ['Small', 0.0], 'l' => ['Large', 12.5]];
$price = static fn(string $size): float => 100 + ($sizes[$size][1] ?? 0.0);
$euro = static fn(float $amount): string => number_format($amount, 2, '.', '') . ' EUR';
$html = static fn(
    string $body,
): string => '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Harbour lamp</title></head><body>' .
    $body .
    '</body></html>';

if ('add' === $page) {
    $size = (string) ($_POST['size'] ?? '');
    if (!isset($sizes[$size])) {
        echo $html('<h1>Harbour lamp</h1><p role="alert">Size: please choose.</p><a href="item">Back</a>');

        return;
    }
    $_SESSION['lines'][] = [$size, max(1, (int) ($_POST['qty'] ?? 1))];
    header('Location: cart', true, 303);

    return;
}
if ('checkout' === $page && str_contains($mode, 'asked') && !isset($_SESSION['who'])) {
    if (
        isset($_POST['code'], $_POST['terms']) &&
        1 === preg_match('/^[0-9]{5}$/D', (string) $_POST['code']) &&
        '' !== ($_POST['way'] ?? '')
    ) {
        $_SESSION['who'] = true;
        header('Location: checkout', true, 303);

        return;
    }
    echo $html(
        '<h1>Who are you?</h1><form method="post" action="checkout"><label>Name <input name="name" ' .
            'required></label><label>Code of your place <input name="code" required ' .
            'pattern="[0-9]{5}"></label><label>Mail <input type="email" name="mail" required></label><label>How shall it come? <select name="way" required><option value="">Choose</option><option>By post</option></select></label><label><input type="checkbox" name="terms" required> I have read it all</label><button>On</button></form>',
    );

    return;
}
if ('cart' === $page || 'checkout' === $page) {
    $rows = '';
    $total = 0.0;
    foreach ($_SESSION['lines'] ?? [] as [$size, $quantity]) {
        $total += $quantity * $price($size);
        $rows .= sprintf(
            '<tr><td>Harbour lamp<br>Size: %s</td><td>HL-1</td><td>%d</td><td>%s</td><td>%s</td></tr>',
            $sizes[$size][0],
            $quantity,
            $euro($price($size)),
            $euro($quantity * $price($size)),
        );
    }
    echo $html(
        sprintf(
            '<h1>%s</h1><table><tr><th>Item</th><th>SKU</th><th>Quantity</th><th>Each</th><th>Sum</th></tr>%s</table><p>Total: ' .
                '<b>%s</b></p>%s',
            'cart' === $page ? 'Your cart' : 'Checkout',
            $rows,
            $euro($total),
            'cart' === $page ? '<form action="checkout"><button>To the checkout</button></form>' : '',
        ),
    );

    return;
}
if ('item' !== $page) {
    http_response_code(404);
    echo $html('<p>Nothing here.</p>');

    return;
}
if ('leaves' === $mode) {
    header('Location: ' . $elsewhere . '/gone');

    return;
}
$extras = [
    'moves' => '<p id="m"></p><script>setInterval(() => { m.textContent = performance.now() }, 30)</script>',
    'covered' =>
        '<div id="c" role="dialog" aria-label="Cookies" style="position:fixed;inset:0;background:#fff"><p>We ' .
        'would like to count visits.</p><button onclick="c.remove()">Only what is needed</button></div>',
    'blocked' =>
        '<div role="dialog" aria-label="Cookies" style="position:fixed;inset:0;background:#fff"><p>Nothing can ' .
        'be pressed here.</p></div>',
    'large' => '<div>' . str_repeat('<p><span>lamp</span></p>', 10_000) . '</div>',
    'asks' => sprintf(
        '<p id="seen"></p><img src="%1$s/picture" onload="note(\'picture\')"><script src="%1$s/script" ' .
            'onload="note(\'script\')"></script><iframe src="%1$s/frame"></iframe><script>function note(what) { ' .
            'seen.textContent += what } fetch("%1$s/fetch", { mode: "no-cors" }).then(() => note("fetch"), () => {}); try { new WebSocket("%2$s/socket").onopen = () => note("socket") } catch (e) {} navigator.sendBeacon("%1$s/beacon")</script>',
        $elsewhere,
        str_replace('http:', 'ws:', $elsewhere),
    ),
    'shouts' =>
        '<script>addEventListener("beforeunload", (e) => { e.preventDefault(); ' .
        'e.returnValue = "stay" }); setTimeout(() => { alert("buy!"); confirm("sure?"); window.open("about:blank"); const a = document.createElement("a"); a.href = "data:application/octet-stream,x"; a.download = "x.bin"; document.body.append(a); a.click(); a.remove() }, 50)</script>',
    'forms' =>
        '<form action="search"><label>Search <input name="q"></label><label>Size <select name="size"><option ' .
        'value="">any</option><option>Small</option><option>Large</option></select></label><button>Find</button></form><form ' .
        'action="news"><label>Your address <input type="email" ' .
        'name="mail"></label><button>Subscribe</button></form>',
];
// One page can be hard in several ways.
$extra = implode('', array_map(static fn(string $way): string => $extras[$way] ?? '', explode('+', $mode)));
$options = '';
$dearest = [];
foreach ($sizes as $code => [$label]) {
    $options .= sprintf('<option value="%s">%s</option>', $code, $label);
    $dearest[$code] = $euro($price($code));
}
// An option that is shown in two ways, as a list and as buttons; where the mode says "apart", the buttons do not follow
// the list.
$ways = explode('+', $mode);
$twice = !in_array('twice', $ways, true)
    ? ''
    : sprintf(
        '<div role="group" aria-label="Size" id="b">%s</div><script>const list = ' .
            'document.querySelector("[name=size]"), all = [...b.children]; const press = () => all.forEach((e) => ' .
            'e.setAttribute("aria-pressed", String(e.value === list.value))); all.forEach((e) => e.onclick = () => { ' .
            'list.value = e.value; list.dispatchEvent(new Event("change")); press() });%s</script>',
        implode(
            '',
            array_map(
                static fn(string $code): string => sprintf(
                    '<button type="button" value="%s" aria-pressed="false">%s</button>',
                    $code,
                    $sizes[$code][0],
                ),
                array_keys($sizes),
            ),
        ),
        in_array('apart', $ways, true) ? '' : ' list.addEventListener("change", press)',
    );
// A page that is wrong everywhere: its prices are all 7 too high.
$shown = 'wrong' === $mode ? array_map(static fn(string $p): string => $euro((float) $p + 7), $dearest) : $dearest;
echo $html(
    sprintf(
        '%s<main><h1>Harbour lamp</h1><p>HL-1</p><p>Price: <strong id="p">%s</strong></p><form method="post" ' .
            'action="add"><p><label>Size <select name="size" onchange="p.textContent = %s[this.value] ?? \'from ' .
            '100.00 EUR\'"><option value="">Choose</option>%s</select></label></p><p><label>Quantity <input ' .
            'type="number" name="qty" value="1" min="1"></label></p>%s<button>Add to cart</button></form></main>',
        $extra,
        'from 100.00 EUR',
        htmlspecialchars(json_encode($shown, JSON_THROW_ON_ERROR)),
        $options,
        $twice,
    ),
);
