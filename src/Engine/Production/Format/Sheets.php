<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\BadPieceException;
use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\PieceStream;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\PdfWriter;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\App\Engine\Render\SheetPage;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\Copies;
use Morphea\Core\Output\PrintSheets\DieLine;
use Morphea\Core\Output\PrintSheets\Face;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\Place;
use Morphea\Core\Output\PrintSheets\SheetDrawing;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetPlan;
use Morphea\Core\Output\PrintSheets\SheetRows;
use Morphea\Core\Output\PrintSheets\SheetText;
use Morphea\Core\Output\PrintSheets\Spot;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Table\Data\Record;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** One PDF of print sheets with many pieces each. */
#[AsTaggedItem(priority: 85)]
final readonly class Sheets extends BoundPdf
{
    private const DIE = 'die line';

    public function __construct(Renderer $renderer, PdfWriter $plain, bool $plainly, private Words $words)
    {
        parent::__construct($renderer, $plain, $plainly);
    }

    public static function id(): string
    {
        return 'sheets';
    }

    public function page(): string
    {
        return 'sheets';
    }

    public function trouble(Design $design, FormatSettings $settings, array $rows): Message|string|null
    {
        try {
            self::planned($design, $settings, $rows);
        } catch (SheetException $e) {
            return $e->says();
        }

        return null;
    }

    public function settings(SettingsInput $said = new SettingsInput([])): SheetPdfSettings
    {
        return new SheetPdfSettings($said);
    }

    public function options(): array
    {
        return [FormatOption::Sheet, FormatOption::Moment];
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        try {
            $paper = SheetPdfSettings::from($settings)->onSheets($design)->paper;

            return SheetText::mm($paper->width) . ' × ' . SheetText::mm($paper->height) . ' mm';
        } catch (SheetException) {
            return '';
        }
    }

    /**
     * The arrangement of pieces.
     *
     * @param list<Record> $rows of all of them
     *
     * @return array{SheetPlan, list<int>} and which pieces have a cell that should say how often they come, and does not
     *
     * @throws SheetException
     */
    public static function planned(Design $design, FormatSettings $settings, array $rows): array
    {
        $said = SheetPdfSettings::from($settings)->onSheets($design);
        if ('' !== $said->copiesBy && [] !== $rows && [] !== $rows[0]->cells && !isset($rows[0]->cells[$said->copiesBy])) {
            throw new SheetException(new Message('sheets.wrong.copies_column', ['column' => $said->copiesBy]));
        }
        [$copies, $odd] = '' === $said->copiesBy
            ? [new Copies(array_fill(0, \count($rows), $said->copies)), []]
            : Copies::by(array_map(static fn (Record $row): string => $row->cells[$said->copiesBy] ?? '', $rows));

        return [SheetPlan::of(PieceSize::of($design, $said->bleed), $said, $copies), $odd];
    }

    public function bind(
        PieceStream $pieces,
        string $to,
        string $title,
        FormatSettings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void {
        $design = $pieces->making->design;
        try {
            $said = SheetPdfSettings::from($settings)->onSheets($design);
            $settings = $settings->edged($said->bleed ? Edge::Bleed : Edge::Cut);
            [$plan] = self::planned($design, $settings, $pieces->rows());
        } catch (SheetException $e) {
            throw new RenderException($e->says(), 0, $e);
        }
        $marks = new SheetDrawing($pieces->making->texts(), $plan);
        $rows = new SheetRows(fn (int $piece): int => $pieces->row($plan->copies->piece($piece))->number);
        // Printed on paper: in the language of what is printed, whoever made it.
        $say = fn (Message $message): string => $this->words->say($message, Language::ofLocale($design->locale));
        $dies = DieLine::None === $plan->said->die ? [] : self::dies($pieces, $plan);
        $ink = new SpotInk(self::DIE, $plan->said->dieColour);
        $pdf = null;
        $done = 0;
        $drawn = [];
        foreach ($plan->faces->all($plan->imposition) as $face) {
            $drawn = $this->drawn($face, $plan, $pieces, $drawn);
            [$pages, $pictures] = $this->laid($face, $plan, $drawn, $settings);
            $first = reset($drawn);
            if (false === $first || null === $pictures) {
                continue;
            }
            $pdf ??= new PdfFile($this->renderer, $to, $title, $first->language(), $settings->edge);
            $sheet = new SheetPage(
                $marks->draw($face, $say($rows->slug($face, $plan, $title))),
                $pages,
                $plan->cut($face->isBack),
                $plan->printed($face->isBack),
                DieLine::Layer === $plan->said->die && !$face->isBack ? $dies : [],
                $ink,
                true,
            );
            $bookmark = $face->isBack ? '' : $say(new Message('sheets.bookmark', [
                'sheet' => $face->sheet + 1,
                'rows' => $rows->describe($face),
            ]));
            try {
                $pdf->sheet($sheet, $pictures, $bookmark, $stopped);
            } catch (RenderException $e) {
                throw $this->blamed($face, $plan, $drawn, $settings, $e, $stopped);
            }
            $done += \count($face->spots);
            null === $told ?: $told($done);
        }
        if (null !== $pdf && DieLine::Page === $plan->said->die) {
            $paper = SheetDrawing::paper($plan->said->paper, []);
            $sheet = new SheetPage($paper, [], $plan->cut(false), $plan->printed(false), $dies, $ink);
            $pdf->sheet($sheet, $pieces->drawn(0)->pictures, $say(new Message('sheets.die_page')), $stopped);
        }
        $pdf?->close();
    }

    /**
     * The pieces of a sheet laid out; those shared with the sheet before are reused.
     *
     * @param array<int, LaidOutPiece> $before by piece
     *
     * @return array<int, LaidOutPiece>
     */
    private function drawn(Face $face, SheetPlan $plan, PieceStream $pieces, array $before): array
    {
        $drawn = [];
        foreach ($face->spots as $spot) {
            $piece = $plan->copies->piece($spot->piece);
            $drawn[$piece] ??= $before[$piece] ?? $pieces->drawn($piece);
        }

        return $drawn;
    }

    /**
     * @param array<int, LaidOutPiece> $drawn
     *
     * @return array{list<array{page: Drawing, place: Place, same: string}>, PictureSet|null}
     */
    private function laid(Face $face, SheetPlan $plan, array $drawn, FormatSettings $settings): array
    {
        $pages = [];
        $pictures = null;
        $often = array_count_values(array_map(static fn (Spot $spot): int => $plan->copies->piece($spot->piece), $face->spots));
        foreach ($face->spots as $spot) {
            $piece = $plan->copies->piece($spot->piece);
            $all = self::pages($drawn[$piece], $settings);
            $page = $all[$spot->page] ?? $all[0];
            $pictures = $drawn[$piece]->pictures;
            $pages[] = [
                'page' => $page,
                'place' => $spot->place,
                'same' => $often[$piece] > 1 ? substr($page->fingerprint(), 0, 24) : '',
            ];
        }

        return [$pages, $pictures];
    }

    /** @return list<array{page: Drawing, place: Place}> */
    private static function dies(PieceStream $pieces, SheetPlan $plan): array
    {
        $die = $pieces->making->die($plan->said->dieColour);

        return array_map(static fn (Place $place): array => ['page' => $die, 'place' => $place], $plan->arrangement->places);
    }

    /**
     * The piece that could not be drawn.
     *
     * @param array<int, LaidOutPiece>       $drawn
     * @param (\Closure(): bool)|null $stopped
     */
    private function blamed(
        Face $face,
        SheetPlan $plan,
        array $drawn,
        FormatSettings $settings,
        RenderException $why,
        ?\Closure $stopped,
    ): BadPieceException|RenderException {
        foreach ($drawn as $place => $piece) {
            try {
                $pages = self::pages($piece, $settings);
                $this->renderer->try($pages, $piece->pictures, $settings->edge, $stopped);
            } catch (RenderException $e) {
                return new BadPieceException($place, $e->says(), $e);
            }
        }

        return $why;
    }
}
