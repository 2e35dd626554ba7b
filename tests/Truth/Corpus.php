<?php

declare(strict_types=1);

namespace Morphea\Tests\Truth;

/**
 * Designs whose faults are known: some with one fault that was planted, some honest, of the kinds people really make.
 * What is found in them tells how far a warning can be believed.
 */
final class Corpus
{
    private const LONG = 'Maximiliana Theodora Featherstonehaugh of Pellinore and Upper Tidewick';

    /** @return iterable<string, array{Design, string, string|null}> the kind of warning that is to be there, and its layer */
    public static function faulty(): iterable
    {
        $name = [80, 80, 1000, 90];
        $screen = static fn (string $of): Design => Design::screen($of);
        $six = static fn (string $last): array => [['Name'], ['Ng'], ['Pip'], ['Oar'], ['Moor'], ['Tansy'], [$last]];

        yield 'words for a number' => [$screen('value')->rows(['Hours'], ['41'], ['many'])
            ->text('words', '{hours, number} hours', $name), 'value', 'words'];
        yield 'words for a date' => [$screen('value')->rows(['Issued'], ['2026-03-04'], ['soon'])
            ->text('words', 'on {issued, date, long}', $name), 'value', 'words'];
        yield 'a code with a wrong check digit' => [Design::paper('value')->rows(['Ean'], ['4006381333931'], ['4006381333930'])
            ->code('bars', 'ean-13', '{ean}', [100, 100, 600, 400]), 'value', 'bars'];
        yield 'more letters than any text' => [$screen('length')->rows(['Note'], ['Kind'], [str_repeat('kettle ', 800)])
            ->text('words', '{note}', [80, 80, 1000, 600], [], ['fit' => ['mode' => 'wrap', 'leastSize' => 1, 'maxLines' => 200]]),
            'length', 'words'];
        yield 'too long, kept as it is' => [$screen('overset')->rows(['Name'], ['Ng'], [self::LONG])
            ->text('words', '{name}', [80, 80, 500, 90], [], ['fit' => ['mode' => 'keep', 'leastSize' => null, 'maxLines' => 1]]),
            'overset', 'words'];
        yield 'too long to be shrunk' => [$screen('overset')->rows(['Name'], ['Ng'], [self::LONG])
            ->text('words', '{name}', [80, 80, 300, 90]), 'overset', 'words'];
        yield 'more lines than there is room' => [$screen('overset')->rows(['Name'], ['Ng'], [self::LONG . self::LONG])
            ->text('words', '{name}', [80, 80, 500, 160], [], ['fit' => ['mode' => 'wrap', 'leastSize' => null, 'maxLines' => 2]]),
            'overset', 'words'];
        yield 'constant words that cannot be shrunk enough' => [$screen('overset')
            ->text('words', self::LONG, [80, 200, 300, 90])->text('name', '{name}', $name), 'overset', 'words'];
        yield 'a letter no font has' => [$screen('glyph')->rows(['Name'], ['Ng'], ["Ng \u{12000}"])
            ->text('words', '{name}', $name), 'glyph', 'words'];
        yield 'a font that is not here' => [$screen('font')->text('words', '{name}', $name, ['family' => 'Nowhere Sans']),
            'font', 'words'];
        yield 'grey on white' => [$screen('contrast')->text('words', '{name}', $name, ['size' => 30, 'colour' => '#8A8A8A']),
            'contrast', 'words'];
        yield 'large, and hardly there' => [$screen('contrast')->text('words', '{name}', $name, ['size' => 90, 'colour' => '#C8C8C8']),
            'contrast', 'words'];
        yield 'yellow on a white shape' => [$screen('contrast')->rectangle('plate', [60, 60, 1080, 200], '#FFFFFF')
            ->text('words', '{name}', $name, ['colour' => '#F2D94E']), 'contrast', 'words'];
        yield 'white over a light picture' => [$screen('contrast')->file('sky.png', 1200, 800, '#E8EEF2')
            ->picture('sky', [0, 0, 1200, 800], ['picture' => 'sky.png'])
            ->text('words', '{name}', $name, ['colour' => '#FFFFFF']), 'contrast', 'words'];
        yield 'white over a picture that is half light' => [$screen('contrast')->file('half.png', 1200, 800, '#10202A', '#F4F4F4')
            ->rows(['Name'], ['Featherstonehaugh of Pellinore'], ['Brandvold-Anning of Slip'])
            ->picture('half', [0, 0, 1200, 800], ['picture' => 'half.png'])
            ->text('words', '{name}', $name, ['colour' => '#FFFFFF', 'align' => 'centre']), 'contrast', 'words'];
        yield 'a picture that is not there' => [$screen('picture')->rows(['Name', 'Photo'], ['Ng', 'boot'], ['Pip', 'kettle'])
            ->file('boot.png', 800, 800, '#335577')->picture('photo', [600, 200, 400, 400], ['pattern' => '{photo}'])
            ->text('words', '{name}', $name), 'picture', 'photo'];
        yield 'a small picture on paper' => [Design::paper('coarse')->file('seal.png', 120, 120, '#335577')
            ->picture('seal', [600, 200, 500, 500], ['picture' => 'seal.png'])->text('words', '{name}', $name), 'coarse', 'seal'];
        yield 'a small picture on a screen' => [$screen('coarse')->file('seal.png', 100, 100, '#335577')
            ->picture('seal', [600, 200, 500, 500], ['picture' => 'seal.png'])->text('words', '{name}', $name), 'coarse', 'seal'];
        yield 'a code with tiny modules' => [Design::paper('code')->rows(['No'], [str_repeat('TW-001 ', 20)], [str_repeat('TW-002 ', 20)])
            ->code('qr', 'qr', '{no}', [100, 100, 150, 150]), 'code', 'qr'];
        yield 'a faint code' => [Design::paper('code')->rows(['No'], ['TW-001'], ['TW-002'])
            ->code('qr', 'qr', '{no}', [100, 100, 500, 500], ['colour' => '#B0B0B0']), 'code', 'qr'];
        yield 'too quick to read' => [self::short([0.8, 3.0])->rows(['Tip'], ['Oil it'], ['Oil the hinge before it squeaks, not after'])
            ->text('words', '{tip}', [80, 300, 1000, 90], [], self::seen('one', 'one')), 'time', 'words'];
        yield 'the answer at once' => [self::short([0.5, 3.0])->rows(['Tip'], ['Oil'], ['Glue'])
            ->text('words', '{tip}', [80, 300, 1000, 90], [], self::seen('two', null)), 'time', 'words'];
        yield 'a sound that is not there' => [self::short([2.0, 2.0], ['plays' => '{sound}'])->rows(['Name', 'Sound'], ['Ng',
            ''], ['Pip', 'rain.m4a'])
            ->text('words', '{name}', [80, 300, 1000, 90]), 'sound', ''];
        yield 'words cut off at the edge' => [$screen('edge')->text('words', '{name}', [1000, 80, 600, 90]), 'edge', 'words'];
        yield 'constant words cut off at the edge' => [$screen('edge')->text('words', 'Mended with care', [900, 200, 500, 90])
            ->text('name', '{name}', $name), 'edge', 'words'];
        yield 'words kept as they are, cut off' => [$screen('edge')->text('words', 'Mended with care by neighbours', [600, 200,
            200, 90], [], [
            'fit' => ['mode' => 'keep', 'leastSize' => null, 'maxLines' => 1]])->text('name', '{name}', $name), 'edge', 'words'];
        yield 'outside of the safe margin' => [Design::paper('edge')->with(['safeMargin' => 60])
            ->text('words', '{name}', [30, 80, 900, 90]), 'edge', 'words'];
        yield 'nothing of it on the page' => [$screen('edge')->rectangle('bar', [1300, 100, 100, 100], '#335577')
            ->text('words', '{name}', $name), 'edge', 'bar'];
        yield 'about as small as it may be' => [$screen('small')->rows(['Name'], ['Ng'], ['Maximiliana Theodora'])
            ->text('words', '{name}', [80, 80, 452, 90], [], ['fit' => ['mode' => 'shrink', 'leastSize' => 43, 'maxLines' => 1]]),
            'small', 'words'];
        yield 'an address broken where no space is' => [$screen('broken')->rows(
            ['Page'],
            ['x.example'],
            ['tidewick.example/mending/kettles']
        )
            ->text('words', '{page}', [80, 80, 600, 400], [], ['fit' => ['mode' => 'wrap', 'leastSize' => null, 'maxLines' => 3]]),
            'broken', 'words'];
        yield 'cut off before it came' => [$screen('cut-off')->rows(
            ['Note'],
            ['Ring before Friday'],
            ['The lid is missing and the han...']
        )
            ->text('words', '{note}', $name), 'cut-off', 'words'];
        yield 'as long as a field' => [$screen('cut-off')->rows(['Note'], ['Kind'], [mb_substr(str_repeat(
            'kettle and boot ',
            20
        ), 0, 255)])
            ->text('words', '{note}', [80, 80, 1000, 600], ['size' => 40], ['fit' => ['mode' => 'wrap', 'leastSize' => null,
                'maxLines' => 12]]),
            'cut-off', 'words'];
        yield 'the same piece twice' => [$screen('same')->rows(['Name', 'Town'], ['Ng', 'Slip'], ['Pip', 'Oar'], ['Ng', 'Moor'])
            ->text('words', '{name}', $name), 'same', ''];
        yield 'much smaller than the rest' => [$screen('smaller')->rows(...$six(self::LONG))
            ->text('words', '{name}', [80, 80, 900, 90], [], ['fit' => ['mode' => 'shrink', 'leastSize' => 10, 'maxLines' => 1]]),
            'smaller', 'words'];
        yield 'runs into the words below' => [$screen('touch')->rows(['Name'], ['Ng'], ['Maximiliana of Pellinore'])
            ->text('words', '{name}', [80, 100, 400, 160], ['size' => 60], ['fit' => ['mode' => 'wrap', 'leastSize' => null,
                'maxLines' => 3]])
            ->text('below', 'for {name}', [80, 180, 400, 60], ['size' => 30]), 'touch', null];
        yield 'runs into a code' => [Design::paper('touch')->rows(['Name'], ['Ng'], ['Maximiliana of Pellinore'])
            ->code('qr', 'qr', 'TW-001', [600, 40, 400, 400])->text('words', '{name}', [80, 200, 900, 90]), 'touch', 'words'];
        yield 'most of a picture cut off' => [$screen('crop')->rows(['Name', 'Photo'], ['Ng', 'wide'], ['Pip', 'wide 2'])
            ->file('wide.png', 2400, 300, '#335577')->file('wide 2.png', 800, 800, '#557733')
            ->picture('photo', [600, 200, 300, 400], ['pattern' => '{photo}'])->text('words', '{name}', $name), 'crop', 'photo'];
        yield 'the sample word left in' => [$screen('sample')->text('words', 'Text', [80, 300, 400, 90])->text('name', '{name}', $name),
            'sample', 'words'];
        yield 'braces that name nothing' => [$screen('braces')->text('words', "Dear '{'first name'}',", [80, 300, 900, 90])
            ->text('name', '{name}', $name), 'braces', 'words'];
        yield 'a row of which nothing is shown' => [$screen('unfilled')->rows(['Name', 'Town'], ['Ng', 'Slip'], ['', 'Oar'])
            ->text('words', '{name}', $name), 'unfilled', ''];
        yield 'a design without any placeholder' => [$screen('unfilled')->rows(['Name'], ['Ng'])->text(
            'words',
            'Kettles',
            $name
        ), 'unfilled', ''];
        yield 'not what its column holds' => [$screen('kind')->rows(['Hours'], ['41'], ['7'], ['a few'])->numbers('hours')
            ->text('words', '{hours}', $name), 'kind', 'words'];
    }

    /** @return iterable<string, Design> */
    public static function honest(): iterable
    {
        $name = [80, 80, 1000, 110];
        $families = ['Lora', 'Caveat', 'Pinyon Script', 'Oswald', 'IBM Plex Sans', 'EB Garamond', 'Fredoka', 'Bitter', 'Space Grotesk',
            'Abril Fatface'];
        foreach ($families as $i => $family) {
            // In every font: shadowed lines, a constant line that is larger than its frame, and an outline.
            yield "$family in lines with a shadow" => Design::screen("lines $i")
                ->text('words', 'for {name} of {town}, who mended more than anybody else', [80, 300, 900, 400], ['family' => $family], [
                    'fit' => ['mode' => 'wrap', 'leastSize' => 24, 'maxLines' => 5],
                    'effects' => self::effects(['shadow' => ['colour' => '#17211E', 'dx' => 3, 'dy' => 3, 'blur' => 6, 'opacity' => 0.4]]),
                ]);
            yield "$family beyond a frame of its own" => Design::screen("keeps $i")->text('name', '{name}', $name, ['family' => $family])
                ->text('words', 'Mended with care', [100, 300, 200, 40], ['family' => $family, 'size' => 80], [
                    'fit' => ['mode' => 'keep', 'leastSize' => null, 'maxLines' => 1],
                    'effects' => self::effects(['outline' => ['colour' => '#FFFFFF', 'width' => 3]]),
                ]);
        }
        yield 'on an arc' => Design::screen('arc')->text('name', '{name}', $name)
            ->text('words', 'Mend and make do', [300, 300, 500, 200], ['size' => 70, 'align' => 'centre'], [
                'fit' => ['mode' => 'keep', 'leastSize' => null, 'maxLines' => 1], 'arc' => 90]);
        yield 'names on an arc' => Design::screen('arc')->text(
            'words',
            '{name}',
            [300, 300, 600, 300],
            ['align' => 'centre'],
            ['arc' => 60]
        );
        yield 'large and light' => Design::screen('light', '#C63D1E')->text('words', '{name}', $name, ['size' => 90,
            'colour' => '#FFFFFF']);
        yield 'figures larger than anything' => Design::screen('figures', '#E7EAE8')->rows(['No'], ['07'], ['08'])
            ->text('words', '{no}', [80, 80, 900, 420], ['size' => 300, 'colour' => '#C63D1E', 'family' => 'Oswald']);
        yield 'short and long words that fill their frame' => Design::screen('fill')
            ->rows(['Name'], ['Ng'], ['Pip'], ['Oar'], ['Moor'], ['Tansy'], [self::LONG])
            ->text('words', '{name}', [80, 80, 1000, 500], ['size' => 200], ['fit' => ['mode' => 'fill', 'leastSize' => 20,
                'maxLines' => 4]]);
        yield 'one size for all rows' => Design::screen('even')->text('words', '{name}', [80, 80, 500, 90], [], [
            'fit' => ['mode' => 'even', 'leastSize' => 20, 'maxLines' => 1]]);
        yield 'names in three scripts' => Design::screen('scripts')
            ->rows(['Name'], ['Ng'], ['أوتيلي براندفولد'], ['אוטילי'], ['ओटिली'])
            ->text('words', '{name}', $name, ['family' => 'Noto Sans']);
        yield 'a part bold, a part larger' => Design::screen('marks')->text('words', '', $name, [], ['content' => [
            ['pattern' => 'for '], ['pattern' => '{name}', 'bold' => true, 'scale' => 1.2], ['pattern' => ' of {town}',
                'italic' => true]]]);
        yield 'turned' => Design::screen('turned')->text('words', '{name}', [200, 300, 700, 90], [], [
            'frame' => ['x' => 200, 'y' => 300, 'width' => 700, 'height' => 90, 'rotation' => 12]]);
        yield 'bullets' => Design::screen('bullets')->rows(['Steps'], ["Bring it\nHold the torch\nTake it home"], ["Look\nMend"])
            ->text('words', '{steps}', [80, 80, 900, 400], ['bullets' => true], ['fit' => ['mode' => 'wrap',
                'leastSize' => null, 'maxLines' => 4]]);
        yield 'an address block with empty lines' => Design::paper('address')
            ->rows(['Name', 'Street', 'Town'], ['Ng', '', 'Slip'], ['Pip Marrow', '4 Rope Walk', 'Tidewick'])
            ->text('words', "{name}\n{street}\n{town}", [80, 80, 700, 300], ['size' => 50], [
                'fit' => ['mode' => 'wrap', 'leastSize' => null, 'maxLines' => 4]]);
        yield 'white over a dark picture' => Design::screen('dark')->file('sea.png', 1200, 800, '#10202A')
            ->picture('sea', [0, 0, 1200, 800], ['picture' => 'sea.png'])->text('words', '{name}', $name, ['colour' => '#FFFFFF']);
        yield 'a bar behind the words over a light picture' => Design::screen('bar')->file('sky.png', 1200, 800, '#F4F4F4')
            ->picture('sky', [0, 0, 1200, 800], ['picture' => 'sky.png'])
            ->text('words', '{name}', $name, ['colour' => '#FFFFFF'], [
                'effects' => self::effects(['highlight' => ['colour' => '#17211E', 'padding' => 12]])]);
        yield 'pictures by column' => Design::screen('photos')->rows(['Name', 'Photo'], ['Ng', 'boot'], ['Pip', 'kettle'])
            ->file('boot.png', 800, 800, '#335577')->file('kettle.png', 800, 700, '#557733')
            ->picture('photo', [700, 250, 400, 400], ['pattern' => '{photo}'])->text('words', '{name}', $name);
        yield 'codes that are read' => Design::paper('codes')->rows(
            ['Ean', 'No'],
            ['4006381333931', 'TW-001'],
            ['4006381333948', 'TW-002']
        )
            ->code('bars', 'ean-13', '{ean}', [60, 60, 520, 320])->code('qr', 'qr', '{no}', [700, 60, 400, 400]);
        yield 'braces that are meant' => Design::screen('braces')->text('name', '{name}', $name)
            ->text('words', "a set '{' 1, 2 '}'", [80, 300, 900, 90]);
        yield 'a short with time to read' => self::short([3.0, 3.0])->text(
            'words',
            '{name}',
            [80, 300, 1000, 90],
            [],
            self::seen('one', 'two')
        );
        yield 'rows without any cell between others' => Design::screen('empty')->rows(['Name', 'Town'], ['Ng', 'Slip'], ['',
            ''], ['Pip', 'Oar'])
            ->text('words', '{name}', $name);
        yield 'two that would overlap if both were there' => Design::screen('either')
            ->rows(['Name', 'Town'], ['Ng', ''], ['', 'Slip'])
            ->text('words', '{name}', $name)->text('town', '{town}', $name);
        yield 'the word Text in words' => Design::screen('text')->text('words', 'Text by {name}', $name);
    }

    /**
     * @param array{float, float}  $seconds of its two scenes
     * @param array<string, mixed> $more    of the first
     */
    private static function short(array $seconds, array $more = []): Design
    {
        $scene = static fn (string $id, float $lasts, array $more): array => $more + [
            'id' => $id, 'name' => $id, 'length' => ['rule' => 'seconds', 'seconds' => $lasts]];

        return Design::screen('short')->with(['beats' => [$scene('one', $seconds[0], $more), $scene('two', $seconds[1], [])]]);
    }

    /** @return array<string, mixed> */
    private static function seen(?string $comes, ?string $goes): array
    {
        return ['stay' => ['comes' => $comes, 'goes' => $goes]];
    }

    /**
     * @param array<string, mixed> $effects
     *
     * @return array<string, mixed>
     */
    private static function effects(array $effects): array
    {
        return $effects + ['outline' => null, 'shadow' => null, 'highlight' => null];
    }
}
