<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\RenderException;

/** Reads text aloud. The built-in voice is small; MORPHEA_SPEAKER names a real one. */
interface Speaker
{
    /** A name for the voice, since another voice sounds different. */
    public function voice(): string;

    /**
     * @param string $language BCP 47
     *
     * @return string bytes of a sound in any usual format
     *
     * @throws RenderException when it cannot be said
     */
    public function speak(string $words, string $language): string;
}
