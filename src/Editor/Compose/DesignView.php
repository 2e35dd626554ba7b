<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Text\FontFamily;

/** What the screen shows of the design whatever is selected: columns, layers, fonts and choices. */
final readonly class DesignView
{
    /**
     * @param array<string, array<string, mixed>>                             $columns      by key, with the value of the row shown
     * @param array<array-key, array<string, mixed>>                          $offered      those, or fields named before there was a table
     * @param list<array<string, mixed>>                                      $layers       the topmost first, as Boxes has them
     * @param list<FontFamily>                                                $families     those to choose from
     * @param list<string>                                                    $unknownFonts families that nobody here has
     * @param list<array{value: string, label: Message, brief: Message|null}>        $shown        how dates and numbers can be shown
     * @param array{plain: array<string, mixed>, scales: array{float, float}} $marks        what an editor of words has to know
     * @param list<string>                                                    $alignments   ways to line layers up
     * @param array<string, Preset>                                           $presets      by id
     * @param list<CodeKind>                                                  $codeKinds
     * @param array<string, string>                                           $languages    names by locale
     * @param array{undo: bool, redo: bool}                                   $ways         there are from here
     */
    public function __construct(
        public Project $project,
        public Design $design,
        public array $columns,
        public array $offered,
        public array $layers,
        public array $families,
        public array $unknownFonts,
        public array $shown,
        public array $marks,
        public array $alignments,
        public array $presets,
        public array $codeKinds,
        public array $languages,
        public array $ways,
        public Unit $typeUnit,
        public Controls $pageControls,
        public Controls $designControls,
        public string $here = 'compose',
    ) {
    }
}
