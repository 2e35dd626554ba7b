<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\Format\Sheets;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\Arranger;
use Morphea\Core\Output\PrintSheets\BothSides;
use Morphea\Core\Output\PrintSheets\Copies;
use Morphea\Core\Output\PrintSheets\DieLine;
use Morphea\Core\Output\PrintSheets\LabelSheet;
use Morphea\Core\Output\PrintSheets\LastSheet;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetMark;
use Morphea\Core\Output\PrintSheets\SheetOrder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Makes print sheets from files. Exit status: 0 all made, 1 some not made, 2 unusable input. */
#[AsCommand('morphea:sheets', 'Make print sheets of a .morphea file')]
final class SheetsCommand extends Command
{
    public function __construct(
        private readonly FilePress $press,
        private readonly Sheets $sheets,
        private readonly FileOpener $opener,
        private readonly Words $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the .morphea file');
        foreach ([
            'rows' => ['table with the rows (csv, tsv, xlsx, ods); default: the rows in the file', null],
            'only' => ['rows to print, as in 1-10,15', ''],
            'paper' => [implode(', ', array_keys(Paper::SIZES)) . ', or a size in mm, as in 320x450', 'A4'],
            'margin' => ['printer margin in mm', '5'],
            'gap' => ['gap between pieces in mm; 0 for shared cuts; default: twice the bleed', null],
            'lay' => ['upright, turned or mixed; default: the one with the most pieces', ''],
            'order' => [self::all(SheetOrder::cases()), SheetOrder::CutAndStack->value],
            'depth' => ['sheets per stack', null],
            'copies' => ['copies of each piece', '1'],
            'copies-by' => ['column with the number of copies', ''],
            'last' => ['unused places: ' . self::all(LastSheet::cases()), LastSheet::Left->value],
            'duplex' => [self::all(BothSides::cases()), null],
            'shift' => ['mm by which the back is too far right and down, as in 0.5,-1', '0,0'],
            'die' => ['die line: ' . self::all(DieLine::cases()), DieLine::None->value],
            'labels' => ['labels, by name: ' . implode('; ', array_keys(LabelSheet::common())), null],
            'start' => ['first unused label', '1'],
            'jobs' => ['number of processes', '1'],
            'to' => ['the PDF', 'sheets.pdf'],
        ] as $name => [$words, $usual]) {
            $this->addOption($name, null, InputOption::VALUE_REQUIRED, $words, $usual);
        }
        $this->addOption('lying', null, InputOption::VALUE_NONE, 'landscape paper')
            ->addOption('no-bleed', null, InputOption::VALUE_NONE, 'trimmed, without bleed')
            ->addOption('marks', null, InputOption::VALUE_OPTIONAL, 'all marks, or some of ' . self::all(SheetMark::cases()), false);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $began = microtime(true);
        $text = static fn (string $name): ?string => \is_string($value = $input->getOption($name)) ? $value : null;
        try {
            $said = $this->said($input, $text);
            $to = (string) $text('to');
            $results = TemporaryDirectory::in(function (string $folder) use ($input, $text, $said, $to): array {
                $file = $input->getArgument('file');
                $jobs = (string) $text('jobs');
                if (!ctype_digit($jobs) || (int) $jobs < 1 || (int) $jobs > 64) {
                    throw new UploadException(new Message('cli.wrong.number', ['option' => "--jobs=$jobs", 'least' => 1, 'most' => 64]));
                }
                $results = $this->press->press(new PressOptions(
                    \is_string($file) ? $file : '',
                    $text('rows'),
                    [
                        new ChosenFormat(
                            $this->sheets,
                            $this->sheets->settings(new SettingsInput(['sheet' => json_encode($said, \JSON_THROW_ON_ERROR)])),
                        ),
                    ],
                    $folder,
                    null,
                    (string) $text('only'),
                    (int) $jobs,
                    null,
                    static function (): void {
                    },
                ));
                $made = glob("$folder/*.pdf") ?: [];
                if ([] !== $made && (!@copy($made[0], "$to.new") || !rename("$to.new", $to))) {
                    throw new RenderException(new Message('cli.wrong.not_written', ['file' => "--to=$to"]));
                }

                return $results;
            });
        } catch (UploadException | RenderException | NoSpaceException | SheetException $e) {
            $errors->writeln('morphea:sheets: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return PressCommand::UNUSABLE;
        }
        $bad = array_filter($results, static fn (array $result): bool => null !== $result['reason']);
        foreach ($bad as $result) {
            $why = new Message('cli.row_not_made', ['row' => $result['row'], 'why' => $result['reason']]);
            $errors->writeln($this->words->say($why), OutputInterface::OUTPUT_RAW);
        }
        foreach ($this->uncounted($input, (string) $text('copies-by')) as $row => $cell) {
            $why = new Message('cli.no_copies', ['row' => $row, 'cell' => $cell]);
            $errors->writeln($this->words->say($why), OutputInterface::OUTPUT_RAW);
        }
        $output->writeln($this->words->say(new Message('cli.on_sheets', [
            'made' => \count($results) - \count($bad),
            'failed' => \count($bad),
            'seconds' => round(microtime(true) - $began, 1),
            'file' => $to,
        ])));

        return [] === $bad ? PressCommand::ALL_MADE : PressCommand::SOME_NOT_MADE;
    }

    /** @return array<int, string> cells that should say how many there are of a row, and do not, by its number */
    private function uncounted(InputInterface $input, string $column): array
    {
        if ('' === $column) {
            return [];
        }
        $option = static fn (mixed $value): ?string => \is_string($value) ? $value : null;
        $table = $this->opener->open((string) $option($input->getArgument('file')), $option($input->getOption('rows')))->table;
        $cells = $table->has($column) ? $table->cells($column) : [];
        [, $odd] = Copies::by($cells);

        return array_combine(
            array_map(static fn (int $place): int => $place + 1, $odd),
            array_map(static fn (int $place): string => mb_strimwidth($cells[$place], 0, 40, '…', 'UTF-8'), $odd),
        );
    }

    /**
     * @param \Closure(string): ?string $text
     *
     * @return array<string, mixed> as SheetSettings takes it
     *
     * @throws UploadException
     */
    private function said(InputInterface $input, \Closure $text): array
    {
        $labels = $text('labels');
        $known = LabelSheet::common();
        if (null !== $labels && !isset($known[$labels])) {
            throw new UploadException(new Message('cli.wrong.one_of', [
                'option' => "--labels=$labels",
                'known' => '“' . implode('”, “', array_keys($known)) . '”',
            ]));
        }
        $lay = (string) $text('lay');
        if (!\in_array($lay, ['', Arranger::UPRIGHT, Arranger::TURNED, Arranger::MIXED], true)) {
            throw new UploadException(new Message('cli.wrong.one_of', ['option' => "--lay=$lay", 'known' => 'upright, turned, mixed']));
        }
        $shift = explode(',', (string) $text('shift'));
        if (\count($shift) > 2) {
            throw new UploadException(new Message('cli.wrong.shift', ['option' => "--shift={$text('shift')}", 'example' => '0.5,-1']));
        }
        $marks = $input->getOption('marks');
        foreach (\is_string($marks) ? explode(',', $marks) : [] as $mark) {
            if (null === SheetMark::tryFrom(trim($mark))) {
                throw new UploadException(new Message('cli.wrong.one_of', [
                    'option' => "--marks=$marks",
                    'known' => self::all(SheetMark::cases()),
                ]));
            }
        }
        $said = [
            'paper' => $text('paper'),
            'lying' => $input->getOption('lying'),
            'margin' => $text('margin'),
            'bleed' => !$input->getOption('no-bleed'),
            'lay' => $lay,
            'order' => $this->one('order', $text, SheetOrder::tryFrom(...)),
            'depth' => (string) $text('depth'),
            'copies' => $text('copies'),
            'copiesBy' => $text('copies-by'),
            'last' => $this->one('last', $text, LastSheet::tryFrom(...)),
            'right' => $shift[0],
            'down' => $shift[1] ?? '0',
            'marks' => match (true) {
                false === $marks => [],
                null === $marks => array_map(static fn (SheetMark $mark): string => $mark->value, SheetMark::cases()),
                default => $marks,
            },
            'die' => $this->one('die', $text, DieLine::tryFrom(...)),
            'labels' => null === $labels ? null : $known[$labels]->toArray(),
            'start' => $text('start'),
        ];
        // What is not said follows from the design.
        $both = null === $text('duplex') ? null : $this->one('duplex', $text, BothSides::tryFrom(...));

        return $said + array_filter(['gap' => $text('gap'), 'both' => $both], is_string(...));
    }

    /**
     * @param \Closure(string): ?string      $text
     * @param \Closure(string): ?\BackedEnum $read
     *
     * @throws UploadException
     */
    private function one(string $option, \Closure $text, \Closure $read): string
    {
        $value = (string) $text($option);
        $case = $read($value);

        return null !== $case
            ? (string) $case->value
            : throw new UploadException("--$option=$value: " . $this->getDefinition()->getOption($option)->getDescription());
    }

    /** @param list<\BackedEnum> $cases */
    private static function all(array $cases): string
    {
        return implode(', ', array_map(static fn (\BackedEnum $case): string => (string) $case->value, $cases));
    }
}
