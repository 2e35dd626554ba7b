<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Editor\Compose\NewLayer;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\AddColumn;
use Morphea\Core\Table\Data\Recipe\VerificationCodes;
use Morphea\Core\Table\Patterns\Pattern;

/** Gives rows verification codes and adds them to the design, as a QR code that leads to the page and as text beside it. */
final readonly class SealSetup
{
    public function __construct(private TableStore $tables, private DesignHistory $designs, private Words $words)
    {
    }

    public function codes(Project $project): void
    {
        $this->tables->apply($project, new AddColumn('Code', recipe: VerificationCodes::fresh()));
    }

    /** @param string $page where codes are checked, as https://guild.example/genuine */
    public function onDesign(Project $project, string $key, string $page): void
    {
        $this->designs->anywhen(
            $project,
            fn (Design $design): Design => $this->with($design, $key, $page),
            new Message('design.did.seal_code'),
        );
    }

    private function with(Design $design, string $key, string $page): Design
    {
        $edge = min($design->width, $design->height);
        $size = round(0.15 * $edge, 2);
        $margin = round(0.06 * $edge, 2);
        $letters = round(0.026 * $edge, 2);
        $top = $design->height - $margin - $size;
        $named = fn (string $id): string => $this->words->say(new Message("verification.layer.$id"));
        $new = new NewLayer($design);
        $code = new CodeLayer(
            $new->code(CodeKind::Qr)->id,
            $named('code'),
            new Frame($margin, $top, $size, $size),
            opacity: 1.0,
            locked: false,
            hidden: false,
            pattern: Pattern::parse(Pattern::quote("$page/") . Pattern::column($key)),
            code: CodeKind::Qr,
        );
        $text = new TextLayer(
            (new NewLayer($design, [$code->id]))->text(Pattern::parse(Pattern::column($key)), $named('text'))->id,
            $named('text'),
            new Frame($margin + $size + round($margin / 3, 2), $top + $size - 1.6 * $letters, round(0.42 * $edge, 2), 1.6 * $letters),
            opacity: 1.0,
            locked: false,
            hidden: false,
            content: Content::plain(Pattern::parse(Pattern::column($key))),
            style: new TextStyle(
                family: 'IBM Plex Mono',
                weight: 400,
                italic: false,
                size: $letters,
                colour: '#17211E',
                align: Align::Left,
            ),
            fit: FitRule::shrink($letters / 2),
            empty: EmptyRule::hide(),
        );
        $pages = $design->pages;
        $pages[0] = $pages[0]->withLayers([...$pages[0]->layers, $code, $text]);

        return $design->withPages($pages);
    }
}
