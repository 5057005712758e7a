<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Ledger\LedgerFile;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Price\LedgerSheet;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('price', 'Prices states and says the cart line expected.')]
final class PriceCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'A setup document; - reads standard input')
            ->addOption('state', null, InputOption::VALUE_REQUIRED, 'A file with one state')
            ->addOption('states', null, InputOption::VALUE_REQUIRED, 'A file with one state a line')
            ->addOption(
                'format',
                null,
                InputOption::VALUE_REQUIRED,
                'json, or the ledger line by line as text or csv (one state)',
                'json',
            )
            ->addOption('today', null, InputOption::VALUE_REQUIRED, 'The day that "+3d" counts from, as YYYY-MM-DD');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var string $file */
        $file = $input->getArgument('file');
        /** @var string|null $one */
        $one = $input->getOption('state');
        /** @var string|null $many */
        $many = $input->getOption('states');
        if ((null === $one) === (null === $many)) {
            throw new \InvalidArgumentException('Either --state or --states is needed.');
        }
        $format = $input->getOption('format');
        if (!in_array($format, ['json', 'text', 'csv'], true) || ('json' !== $format && null === $one)) {
            throw new \InvalidArgumentException('--format is json, or with --state text or csv.');
        }
        $source = $one ?? ($many ?? '-');
        if ('-' === $file && '-' === $source) {
            throw new \InvalidArgumentException('Standard input can be the setup or the states, not both.');
        }
        try {
            $reach = new Reach(
                SetupFile::setup(Reader::shipped(), $file, SetupFile::today($input->getOption('today'))),
            );
        } catch (UnreadableDocument | TooLarge $e) {
            SetupFile::complain(
                $output,
                $file,
                $e instanceof TooLarge ? UnreadableDocument::at('/options', $e->getMessage()) : $e,
            );

            return 2;
        }
        try {
            $text = SetupFile::text($source);
        } catch (UnreadableDocument $e) {
            SetupFile::complain($output, $source, $e);

            return 2;
        }
        $appraiser = new Appraiser($reach);
        $form = new AppraisalText($reach->setup);
        $status = 0;
        $lines = null === $one ? explode("\n", rtrim($text, "\r\n")) : [$text];
        foreach ('' === $text && null === $one ? [] : $lines as $i => $line) {
            try {
                $appraisal = $appraiser->appraise(GivenState::read($reach->setup, JsonText::decode($line)));
                $status = max($status, $appraisal->isComplete() ? 0 : 1);
                $data = $form->toArray($appraisal);
                if ('json' !== $format) {
                    $output->write(
                        LedgerFile::text(
                            $reach->setup,
                            (new LedgerSheet($reach->setup))->rows($appraisal->quote, $appraisal->quantity),
                            'csv' === $format,
                        ),
                        false,
                        OutputInterface::OUTPUT_RAW,
                    );
                    // A total is told of what cannot be bought too, with why: beside the cells, or below the lines.
                    foreach ($appraisal->problems as $problem) {
                        $words = SetupFile::harmless('Cannot be bought: ' . $problem->message);
                        'csv' === $format && $output instanceof ConsoleOutputInterface
                            ? $output->getErrorOutput()->writeln('ithrel: ' . $words, OutputInterface::OUTPUT_RAW)
                            : $output->writeln($words, OutputInterface::OUTPUT_RAW);
                    }
                    continue;
                }
            } catch (UnreadableDocument $e) {
                $status = 2;
                SetupFile::complain($output, null === $one ? $source . ' line ' . ($i + 1) : $source, $e);
                $data = [
                    'ithrel' => 'price/1',
                    'error' => ['at' => $e->problems[0]->at, 'message' => $e->problems[0]->message],
                ];
            }
            $output->writeln(SetupFile::json($data, null !== $one), OutputInterface::OUTPUT_RAW);
        }

        return $status;
    }
}
