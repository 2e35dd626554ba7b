<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\NumberField;
use Morphea\Core\Table\Data\Recipe\Field\NumbersField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Table;

/**
 * Running numbers in the order of the rows: from a start by a step, filled up with zeros, between words; beginning anew
 * for each value of another column; without those on the skip list; with a check digit.
 */
#[RecipeSentence(
    'series',
    'Number series',
    [
        'Counts from {start} in steps of {step}, with at least {width} digits, {prefix} before and {suffix} behind the number, ' .
            '{restart}, leaving out {skip}, {check}.',
    ],
)]
final readonly class Series implements Recipe
{
    use DeclaredRecipe;

    /** @param list<int> $skip */
    public function __construct(
        #[NumberField('From', -1_000_000_000, 1_000_000_000)] public int $start = 1,
        #[NumberField('Steps of', -1_000_000, 1_000_000, 'A series needs a step that is not 0.')] public int $step = 1,
        #[NumberField('Digits at least', 0, 20)] public int $width = 0,
        #[WordsField('Before it')] public string $prefix = '',
        #[WordsField('Behind it')] public string $suffix = '',
        #[ColumnField('Anew for each', 'through all rows')] public ?string $restart = null,
        #[NumbersField('Numbers left out, as in 13, 666', 'none')] public array $skip = [],
        #[ChoiceField('Check digit', CheckDigit::WORDS, CheckDigit::class)] public CheckDigit $check = CheckDigit::None,
    ) {
    }

    public function columns(): array
    {
        return null === $this->restart ? [] : [$this->restart];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $groups = null === $this->restart ? array_fill(0, \count($table->rows), '') : $table->cells($this->restart);
        $skip = array_flip($this->skip);
        $next = [];
        $cells = [];
        foreach ($groups as $group) {
            $number = $next[$group] ?? $this->start;
            while (isset($skip[$number])) {
                $number += $this->step;
            }
            $next[$group] = $number + $this->step;
            $cells[] = $this->written($number);
        }

        return $cells;
    }

    /** One of its numbers, with all that stands round it. */
    public function written(int $number): string
    {
        $digits = str_pad((string) abs($number), $this->width, '0', \STR_PAD_LEFT);

        return $this->prefix . ($number < 0 ? '-' : '') . $digits . $this->check->compute($this->prefix . $digits) . $this->suffix;
    }

    public function says(\Closure $heading): string
    {
        return 'Numbers from ' . $this->written($this->start) .
            (1 === $this->step ? '' : " in steps of $this->step") .
            (null === $this->restart ? '' : ', anew for each [' . $heading($this->restart) . ']') .
            ([] === $this->skip ? '' : ', without ' . implode(', ', $this->skip)) .
            (CheckDigit::None === $this->check ? '' : ', ' . CheckDigit::WORDS[$this->check->value]);
    }
}
