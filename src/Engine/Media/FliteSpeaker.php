<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;

/** The built-in voice: the small English one that ffmpeg includes. It speaks other languages with an accent. */
final readonly class FliteSpeaker implements Speaker
{
    private const SECONDS = 30;

    public function __construct(private Ffmpeg $ffmpeg, private string $voice = 'slt')
    {
    }

    public function voice(): string
    {
        return "flite $this->voice";
    }

    public function speak(string $words, string $language): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($words): string {
            NoSpaceException::write("$folder/words.txt", $words);
            $this->ffmpeg->run(
                ['-f', 'lavfi', '-i', "flite=textfile=$folder/words.txt:voice=$this->voice", '-ar', '48000', "$folder/said.wav"],
                seconds: self::SECONDS,
            );

            return (string) file_get_contents("$folder/said.wav");
        });
    }
}
