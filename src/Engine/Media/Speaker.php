<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\RenderException;

/** Somebody who reads words aloud. What ships is a stand-in; MORPHEA_SPEAKER names a real one. */
interface Speaker
{
    /** A name for the voice: what is said by another one sounds otherwise. */
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
