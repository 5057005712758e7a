<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Diff\DocumentChange;
use Ithrel\Core\Diff\ListDiff;
use Ithrel\Core\Diff\SaleList;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\UnreadableDocument;
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
        $this
            ->addArgument('old', InputArgument::REQUIRED, 'A setup document, or a table (CSV) of what shall be sold; - reads standard input')
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
            if (!$isTable) {
                $reader->read($oldText, $today);
            }
            $file = $new;
            $newText = SetupFile::text($new);
            $newSetup = $reader->read($newText, $today);
            $file = $old;
            $found = $isTable ? ListDiff::between(SaleList::read($newSetup, $oldText), $newSetup, (int) $limit) : SetupDiff::between($reader, $oldText, $newText, $today, (int) $limit);
        } catch (UnreadableDocument $e) {
            SetupFile::complain($output, $file, $e);

            return 2;
        }
        $data = ['ithrel' => 'diff/1', 'old' => ['file' => $old, 'sha256' => hash('sha256', $oldText)] + $found['old'], 'new' => ['file' => $new, 'sha256' => hash('sha256', $newText)] + $found['new']] + $found;
        $data['changes'] = array_map(static fn (DocumentChange $c): array => $c->toArray(), $found['changes']);
        $data['reasons'] = (object) $found['reasons'];
        'json' === $format ? $output->writeln(SetupFile::json($data, true), OutputInterface::OUTPUT_RAW) : $this->say($output, $data, $found['changes'], $found['reasons']);
        // Two documents that mean the same differ in nothing, even where that cannot be counted.
        $same = [] === $found['changes'] && !$isTable || [] === $found['changes'] && '0' === $found['gained'] && '0' === $found['lost'] && '0' === ($found['repriced']['count'] ?? null) && '0' === ($found['dearest']['count'] ?? null);

        return $same ? 0 : 1;
    }

    /**
     * @param array<string, mixed>  $data
     * @param list<DocumentChange>  $changes
     * @param array<string, string> $reasons
     */
    private function say(OutputInterface $output, array $data, array $changes, array $reasons): void
    {
        $clean = static fn (string $text): string => OutputFormatter::escape(SetupFile::harmless($text));
        $figure = static fn (mixed $value): string => is_string($value) ? $value : 'not known';
        $output->writeln(sprintf('in both %s · gained %s · lost %s', $figure($data['both']), $figure($data['gained']), $figure($data['lost'])));
        foreach (['repriced' => 'repriced', 'dearest' => 'repriced by their dearest inputs'] as $key => $words) {
            $figures = $data[$key];
            if (is_array($figures)) {
                $output->writeln(sprintf('%s: %s%s', $words, $figure($figures['count']), null === $figures['least'] ? '' : sprintf(', by %s to %s', $figure($figures['least']), $figure($figures['greatest']))));
            }
        }
        foreach (is_array($data['first']) ? $data['first'] : [] as $kind => $list) {
            foreach (is_array($list) ? $list : [] as $item) {
                $output->writeln(sprintf('  %-8s %s', $kind, $clean(json_encode($item, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE))));
            }
        }
        foreach ($changes as $change) {
            $output->writeln(sprintf('  %s%s', $clean($change->at), 'old' === $change->side ? ' (old)' : ''));
            $output->writeln('          '.$clean($change->message));
        }
        foreach ($reasons as $reason) {
            $output->writeln('  '.$clean($reason));
        }
    }
}
