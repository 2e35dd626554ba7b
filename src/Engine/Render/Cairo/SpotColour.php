<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\Core\Message;

/**
 * Lines in a spot colour (Separation, ISO 32000-1, 8.6.6.4), for anything that is not ink, such as die lines: they
 * overprint what is below them.
 */
final readonly class SpotColour
{
    private const LEVEL = 6;

    /**
     * @param string $begin   of the form's object, up to its resources
     * @param string $shows   its resources, a dictionary
     * @param string $content the object that was drawn, by cairo
     */
    public static function form(string $begin, SpotInk $ink, string $shows, string $content): string
    {
        if (1 !== preg_match('~^\d+ 0 obj\s+<<(.*?)>>\s+stream\r?\n(.*?)\r?\n?endstream~s', $content, $found)) {
            throw new RenderException(new Message('render.pdf_broken'));
        }
        $drawn = str_contains($found[1], '/FlateDecode') ? gzuncompress($found[2]) : $found[2];
        $number = '-?[\d.]+';
        $drawn = "/Over gs\n" . preg_replace(
            ["~(?:$number ){3}RG\\b|$number G\\b~", "~(?:$number ){3}rg\\b|$number g\\b~"],
            ['/Spot CS 1 SCN', '/Spot cs 1 scn'],
            (string) $drawn,
        );
        $packed = (string) gzcompress($drawn, self::LEVEL);

        return $begin . self::with(
            self::with($shows, 'ColorSpace', '/Spot ' . self::separation($ink)),
            'ExtGState',
            '/Over << /OP true /op true /OPM 1 >>',
        ) . ' /Length ' . \strlen($packed) . " /Filter /FlateDecode >>\nstream\n$packed\nendstream\nendobj\n";
    }

    private static function separation(SpotInk $ink): string
    {
        $seen = implode(' ', array_map(static fn (float $channel): string => \sprintf('%.3F', $channel), Context::channels($ink->seen)));
        $letter = static fn (array $found): string => \sprintf('#%02X', \ord($found[0]));
        $written = '/' . preg_replace_callback('/[^A-Za-z0-9-]/', $letter, $ink->name);

        return "[ /Separation $written /DeviceRGB << /FunctionType 2 /Domain [ 0 1 ] /C0 [ 1 1 1 ] /C1 [ $seen ] /N 1 >> ]";
    }

    /** Resources with one more entry of a kind. */
    private static function with(string $shows, string $kind, string $more): string
    {
        $one = str_contains($shows, "/$kind <<")
            ? preg_replace("~/$kind <<~", "/$kind << $more", $shows, 1)
            : preg_replace('~>>\s*$~', " /$kind << $more >> >>", $shows, 1);

        return (string) $one;
    }
}
