<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\NumberField;
use Morphea\Core\Table\Data\Recipe\Field\NumbersField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Table;

/**
 * Serial numbers in the order of the rows: from a start by a step, padded with zeros, with text around them; restarting
 * for each value of another column; without those on the skip list; with a check digit.
 */
#[RecipeSentence('series')]
final readonly class Series implements Recipe
{
    use DeclaredRecipe;

    /** @param list<int> $skip */
    public function __construct(
        #[NumberField(-1_000_000_000, 1_000_000_000)] public int $start = 1,
        #[NumberField(-1_000_000, 1_000_000, refusesZero: true)] public int $step = 1,
        #[NumberField(0, 20)] public int $width = 0,
        #[WordsField] public string $prefix = '',
        #[WordsField] public string $suffix = '',
        #[ColumnField(maybe: true)] public ?string $restart = null,
        #[NumbersField] public array $skip = [],
        #[ChoiceField(['', 'luhn', 'weighted', 'mod-11', 'mod-97'], CheckDigit::class)] public CheckDigit $check = CheckDigit::None,
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

    /** One number with its prefix, padding, check digit and suffix. */
    public function written(int $number): string
    {
        $digits = str_pad((string) abs($number), $this->width, '0', \STR_PAD_LEFT);

        return $this->prefix . ($number < 0 ? '-' : '') . $digits . $this->check->compute($this->prefix . $digits) . $this->suffix;
    }

    public function says(\Closure $heading): Message
    {
        $says = [new Message('recipes.series.says.from', ['first' => $this->written($this->start)])];
        1 === $this->step || ($says[] = new Message('recipes.series.says.step', ['step' => $this->step]));
        null === $this->restart ||
            ($says[] = new Message('recipes.series.says.restart', ['column' => '[' . $heading($this->restart) . ']']));
        [] === $this->skip || ($says[] = new Message('recipes.series.says.skip', ['numbers' => implode(', ', $this->skip)]));
        CheckDigit::None === $this->check || ($says[] = $this->check->words());
        $all = array_shift($says);
        foreach ($says as $next) {
            $all = new Message('recipes.series.says.more', ['before' => $all, 'next' => $next]);
        }

        return $all;
    }
}
