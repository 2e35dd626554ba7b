<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\FontFace;
use Morphea\Core\Rendering\Text\FontFamily;
use Morphea\Core\Rendering\Text\Shaper;

/** Layout engines by the fonts they know; each is created once. */
final class Engines
{
    /** @var array<string, Engine> */
    private array $made = [];

    public function __construct(
        private readonly FontBook $fonts,
        private readonly Shaper $shaper,
        private readonly FontSetup $setup,
    ) {
    }

    /** @param list<FontFamily> $own further families */
    public function with(array $own): Engine
    {
        $key = implode(
            "\n",
            array_map(
                static fn (FontFamily $family): string => $family->name .
                    ' ' .
                    implode(' ', array_map(static fn (FontFace $face): string => $face->path, $family->faces)),
                $own,
            ),
        );
        if (isset($this->made[$key])) {
            return $this->made[$key];
        }
        $fonts = [] === $own ? $this->fonts : $this->fonts->with($own);
        $shaper = [] === $own ? $this->shaper : new Shaper($fonts);
        $texts = new TextLayouter($shaper);

        return $this->made[$key] = new Engine($fonts, $shaper, $texts, new Layouter($texts));
    }

    /**
     * With the fonts from a file.
     *
     * @param list<OwnFont> $fonts
     */
    public function withFiles(array $fonts): Engine
    {
        return $this->with(OwnFont::families($fonts, $this->fonts, $this->setup));
    }
}
