<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\ListDiff;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SaleList;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Reader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('diff', 'Says what a change of a setup changed, or how a setup differs from a list of what shall be sold.')]
final class DiffCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument(
            'old',
            InputArgument::REQUIRED,
            'A setup document, or a table (CSV) of what shall be sold; - reads standard input',
        )
            ->addArgument('new', InputArgument::REQUIRED, 'A setup document')
            ->addOption('limit', null, InputOption::VALUE_REQUIRED, 'Combinations told of each kind, at most', '10')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text')
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var string $old */
        $old = $input->getArgument('old');
        /** @var string $new */
        $new = $input->getArgument('new');
        $format = $input->getOption('format');
        $limit = $input->getOption('limit');
        if (!in_array($format, ['text', 'json'], true)) {
            throw new \InvalidArgumentException('--format is text or json.');
        }
        if (!is_string($limit) || 1 !== preg_match('/^\d{1,5}$/D', $limit)) {
            throw new \InvalidArgumentException('--limit is a whole number from 0 to 99999.');
        }
        if ('-' === $old && '-' === $new) {
            throw new \InvalidArgumentException('Standard input can be one of the two, not both.');
        }
        $today = SetupFile::today($input->getOption('today'));
        $reader = Reader::shipped();
        $file = $old;
        try {
            $oldText = SetupFile::text($old);
            $isTable = !str_starts_with(ltrim($oldText, "\u{FEFF} \t\r\n"), '{');
            $oldDocument = $isTable ? null : ReadDocument::of($reader, $oldText, $today);
            $file = $new;
            $newText = SetupFile::text($new);
            $newDocument = ReadDocument::of($reader, $newText, $today);
            $file = $old;
            $found =
                null === $oldDocument
                    ? ListDiff::between(
                        SaleList::read($newDocument->setup, $oldText),
                        $newDocument->setup,
                        (int) $limit,
                    )
                    : SetupDiff::between($oldDocument, $newDocument, (int) $limit);
        } catch (UnreadableDocument $e) {
            SetupFile::complain($output, $file, $e);

            return 2;
        }
        if ('json' === $format) {
            $data = [
                'ithrel' => 'diff/1',
                'old' => ['file' => $old, 'sha256' => hash('sha256', $oldText), 'selectable' => $found->oldSelectable],
                'new' => ['file' => $new, 'sha256' => hash('sha256', $newText), 'selectable' => $found->newSelectable],
            ];
            $output->writeln(SetupFile::json($data + $found->toArray(), true), OutputInterface::OUTPUT_RAW);
        } else {
            $this->say($output, $found);
        }

        // Two documents that mean the same differ in nothing, even where that cannot be counted.
        return $found->isNone() || ([] === $found->changes && !$isTable) ? 0 : 1;
    }

    private function say(OutputInterface $output, DiffResult $found): void
    {
        $clean = static fn(string $text): string => OutputFormatter::escape(SetupFile::harmless($text));
        $output->writeln(
            sprintf(
                'in both %s · gained %s · lost %s',
                $found->both ?? 'not known',
                $found->gained ?? 'not known',
                $found->lost ?? 'not known',
            ),
        );
        foreach (
            ['repriced' => $found->repriced, 'repriced by their dearest inputs' => $found->dearest]
            as $words => $figures
        ) {
            if (null !== $figures) {
                $output->writeln(
                    sprintf(
                        '%s: %s%s',
                        $words,
                        $figures['count'],
                        null === $figures['least']
                            ? ''
                            : sprintf(', by %s to %s', $figures['least'], $figures['greatest'] ?? ''),
                    ),
                );
            }
        }
        foreach ($found->first as $kind => $list) {
            foreach ($list as $item) {
                $output->writeln(sprintf('  %-8s %s', $kind, $clean(SetupFile::json($item))));
            }
        }
        foreach ($found->changes as $change) {
            $output->writeln(sprintf('  %s%s', $clean($change->at), 'old' === $change->side ? ' (old)' : ''));
            $output->writeln('          ' . $clean($change->message));
        }
        foreach ($found->reasons as $reason) {
            $output->writeln('  ' . $clean($reason));
        }
    }
}
