<?php

declare(strict_types=1);

namespace Ithrel\App\Gate;

use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Setup\Setup;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;

/**
 * The gate as one page that needs nothing else, to be printed or passed on.
 */
final class GatePage
{
    /**
     * @param string|null $signedBy who signed the verdict, where somebody did
     */
    public static function html(
        Gate $gate,
        Setup $setup,
        string $sha256,
        string $made,
        ?string $signedBy = null,
    ): string {
        $twig = new Environment(new FilesystemLoader(dirname(__DIR__, 2) . '/templates'), ['strict_variables' => true]);

        return $twig->render('gate.html.twig', [
            'gate' => $gate,
            'verdict' => Gate::words($gate->verdict),
            'setup' => $setup,
            'sha256' => $sha256,
            'made' => $made,
            'signedBy' => $signedBy,
        ]);
    }
}
