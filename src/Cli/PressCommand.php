<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\PictureSettings;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\FormatSettingsException;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Message;
use Morphea\Core\Output\Mockups\Product;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Table\Cells\Harmless;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Helper\ProgressBar;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Makes pieces from files. Exit status: 0 all made, 1 some not made, 2 unusable input. */
#[AsCommand('morphea:press', 'Make the pieces of a .morphea file, without web or database')]
final class PressCommand extends Command
{
    public const ALL_MADE = 0;
    public const SOME_NOT_MADE = 1;
    public const UNUSABLE = 2;

    public function __construct(
        private readonly FilePress $press,
        private readonly ExportFormatRegistry $outputs,
        private readonly Words $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $products = implode(', ', array_keys(Product::drawn()));
        $this->addArgument('file', InputArgument::REQUIRED, 'the .morphea file')
            ->addOption(
                'rows',
                null,
                InputOption::VALUE_REQUIRED,
                'table with the rows (csv, tsv, xlsx, ods); default: the rows in the file',
            )
            ->addOption('as', null, InputOption::VALUE_REQUIRED, $this->kinds(), 'pdf')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'folder for the pieces', '.')
            ->addOption(
                'name',
                null,
                InputOption::VALUE_REQUIRED,
                "file names, as in '{full_name}'; default: the first linked column",
            )
            ->addOption('only', null, InputOption::VALUE_REQUIRED, 'rows to make, as in 1-10,15', '')
            ->addOption('jobs', null, InputOption::VALUE_REQUIRED, 'number of processes', '1')
            ->addOption('no-bleed', null, InputOption::VALUE_NONE, 'trimmed, without the bleed of the design')
            ->addOption('marks', null, InputOption::VALUE_NONE, 'with bleed and trim marks')
            ->addOption('page', null, InputOption::VALUE_REQUIRED, 'only this page, from 1')
            ->addOption('group-by', null, InputOption::VALUE_REQUIRED, 'column for --as=pdfs-by: a PDF for each of its values')
            ->addOption('dpi', null, InputOption::VALUE_REQUIRED, 'resolution of pictures, in pixels per inch')
            ->addOption('width', null, InputOption::VALUE_REQUIRED, 'width of pictures in pixels')
            ->addOption('factor', null, InputOption::VALUE_REQUIRED, 'scale of pictures, as a factor of the design')
            ->addOption('rate', null, InputOption::VALUE_REQUIRED, 'frame rate of shorts, per second', (string) Timing::USUAL)
            ->addOption('moment', null, InputOption::VALUE_REQUIRED, 'stills of shorts at this moment, in seconds', '')
            ->addOption('product', null, InputOption::VALUE_REQUIRED, 'for --as=products: ' . $products, 'tote')
            ->addOption('megabytes', null, InputOption::VALUE_REQUIRED, 'shorts no larger than so many', '')
            ->addOption(
                'quality',
                null,
                InputOption::VALUE_REQUIRED,
                '1 to 100, of JPEG, WebP and AVIF',
                (string) PictureSettings::USUAL_QUALITY,
            )
            ->addOption('progressive', null, InputOption::VALUE_NONE, 'progressive JPEG')
            ->addOption(
                'ground',
                null,
                InputOption::VALUE_REQUIRED,
                'designed, transparent or a colour as #RRGGBB',
                FormatSettings::DESIGNED,
            )
            ->addOption('outlines', null, InputOption::VALUE_NONE, 'SVG with text as outlines')
            ->addOption('since', null, InputOption::VALUE_REQUIRED, 'folder of an earlier run: unchanged pieces are reused')
            ->addOption('report', null, InputOption::VALUE_REQUIRED, 'file for a CSV report, one line per row')
            ->addOption(
                'json',
                null,
                InputOption::VALUE_NONE,
                'print one line of JSON per row: file, size used, lines, warnings',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $began = microtime(true);
        $bar = $errors->isDecorated() ? new ProgressBar($errors) : null;
        try {
            $results = $this->press->press($this->order($input, self::told($bar)));
            $report = $input->getOption('report');
            if (\is_string($report)) {
                $this->report($report, $results);
            }
        } catch (UploadException | RenderException | NoSpaceException $e) {
            $errors->writeln('morphea:press: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return self::UNUSABLE;
        }
        $bar?->clear();
        $json = (bool) $input->getOption('json');
        $made = 0;
        foreach ($results as $result) {
            $made += null === $result['reason'] ? 1 : 0;
            if ($json) {
                $output->writeln(
                    json_encode($this->worded($result), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES),
                    OutputInterface::OUTPUT_RAW,
                );
            } elseif (null !== $result['reason']) {
                $why = new Message('cli.row_not_made', ['row' => $result['row'], 'why' => $result['reason']]);
                $errors->writeln($this->words->say($why), OutputInterface::OUTPUT_RAW);
            }
        }
        if (!$json) {
            $output->writeln($this->words->say(new Message('cli.made', [
                'made' => $made,
                'failed' => \count($results) - $made,
                'seconds' => round(microtime(true) - $began, 1),
            ])));
        }

        return $made === \count($results) ? self::ALL_MADE : self::SOME_NOT_MADE;
    }

    /** @return \Closure(int, int): void */
    private static function told(?ProgressBar $bar): \Closure
    {
        return static function (int $done, int $of) use ($bar): void {
            if (null !== $bar) {
                $bar->setFormat(' %current% of %max% [%bar%] %elapsed:6s%, %remaining:6s% left');
                $bar->setMaxSteps($of);
                $bar->setProgress(min($done, $of));
            }
        };
    }

    /** @param list<array{row: int, files: list<string>, taken: bool, reason: Message|string|null}> $results */
    private function report(string $path, array $results): void
    {
        $out = @fopen($path, 'w') ?: throw new UploadException(new Message('cli.wrong.not_written', ['file' => "--report=$path"]));
        fputcsv($out, ['row', 'outcome', 'reason', 'files'], escape: '', eol: "\r\n");
        foreach ($results as $result) {
            $outcome = null !== $result['reason'] ? 'not_made' : ($result['taken'] ? 'reused' : 'made');
            $outcome = $this->words->say(new Message("cli.outcome.$outcome"));
            $line = [(string) $result['row'], $outcome, $this->words->say($result['reason']), implode(' | ', $result['files'])];
            fputcsv($out, array_map(Harmless::cell(...), $line), escape: '', eol: "\r\n");
        }
        fclose($out);
    }

    /**
     * In words, with the ids of the messages and their parameters beside them.
     *
     * @param array<string, mixed> $result
     *
     * @return array<string, mixed>
     */
    private function worded(array $result): array
    {
        $reason = $result['reason'] ?? null;
        $warnings = \is_array($result['warnings'] ?? null) ? $result['warnings'] : [];
        $say = fn (mixed $one): mixed => \is_array($one)
            ? $one + ['sentence' => $this->words->say(Warning::of($one)?->sentence)]
            : $one;

        return [
            'reason' => $reason instanceof Message ? $this->words->say($reason) : $reason,
            'reasonMessage' => $reason instanceof Message ? $reason : null,
            'warnings' => array_map($say, $warnings),
        ] + $result;
    }

    private function kinds(): string
    {
        $kinds = array_map(
            fn (ExportFormat $output): string => $output::id() . ' (' . $this->words->say($output->label()) . ')',
            $this->outputs->all(),
        );

        return implode(', ', $kinds);
    }

    /**
     * @param \Closure(int, int): void $told
     *
     * @throws UploadException
     */
    private function order(InputInterface $input, \Closure $told): PressOptions
    {
        $text = static function (string $name) use ($input): ?string {
            $value = $input->getOption($name);

            return \is_string($value) ? $value : null;
        };
        $jobs = (string) $text('jobs');
        if (!ctype_digit($jobs) || (int) $jobs < 1 || (int) $jobs > 64) {
            throw new UploadException(new Message('cli.wrong.number', ['option' => "--jobs=$jobs", 'least' => 1, 'most' => 64]));
        }
        $since = $text('since');
        if (null !== $since && !is_file("$since/" . Manifest::FILE)) {
            throw new UploadException(new Message('cli.wrong.no_manifest', [
                'option' => "--since=$since",
                'file' => Manifest::FILE,
            ]));
        }
        $report = $text('report');
        if (null !== $report && (is_dir($report) || !is_writable(file_exists($report) ? $report : \dirname($report)))) {
            throw new UploadException(new Message('cli.wrong.not_written', ['file' => "--report=$report"]));
        }
        $file = $input->getArgument('file');

        return new PressOptions(
            \is_string($file) ? $file : '',
            $text('rows'),
            $this->choices((string) $text('as'), $this->said($input, $text)),
            (string) $text('to'),
            $text('name'),
            (string) $text('only'),
            (int) $jobs,
            $since,
            $told,
        );
    }

    /**
     * @param array<string, mixed> $said
     *
     * @return non-empty-list<ChosenFormat>
     */
    private function choices(string $as, array $said): array
    {
        $choices = [];
        foreach (explode(',', $as) as $id) {
            $output = $this->outputs->find(trim($id));
            if (null === $output) {
                throw new UploadException(new Message('cli.wrong.one_of', [
                    'option' => "--as=$id",
                    'known' => implode(', ', array_keys($this->outputs->all())),
                ]));
            }
            try {
                $choices[$output::id()] = new ChosenFormat($output, $output->settings(new SettingsInput($said)));
            } catch (FormatSettingsException $e) {
                $option = 'value' === $e->key ? $said['size'] : $e->key;
                throw new UploadException(
                    new Message('import.in_file', ['name' => "--$option=$e->value", 'why' => $e->do]),
                    0,
                    $e,
                );
            }
        }

        return array_values($choices);
    }

    /**
     * The options for formats, by the keys of their settings; each format takes those it knows.
     *
     * @param \Closure(string): ?string $text
     *
     * @return array<string, mixed>
     */
    private function said(InputInterface $input, \Closure $text): array
    {
        $said = [];
        foreach (['dpi', 'width', 'factor'] as $kind) {
            $value = $text($kind);
            null === $value || $said += ['size' => $kind, 'value' => $value];
        }
        $page = $text('page');
        if (null !== $page && 1 !== preg_match('/^[1-9]$/D', $page)) {
            throw new UploadException(new Message('cli.wrong.page_number', ['option' => "--page=$page"]));
        }

        return $said + [
            'quality' => $text('quality'),
            'rate' => $text('rate'),
            'moment' => $text('moment'),
            'megabytes' => $text('megabytes'),
            'ground' => $text('ground'),
            'edge' => $input->getOption('marks') ? 'marks' : ($input->getOption('no-bleed') ? 'cut' : 'bleed'),
            'inSteps' => (bool) $input->getOption('progressive'),
            'outlines' => (bool) $input->getOption('outlines'),
            'by' => $text('group-by'),
            'product' => $text('product'),
            FormatSettings::PAGE => null === $page ? '' : (string) ((int) $page - 1),
        ];
    }
}
