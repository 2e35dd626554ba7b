<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ListField;
use Morphea\Core\Table\Data\Recipe\Field\NumberField;
use Morphea\Core\Table\Data\Recipe\Field\SwitchField;
use Morphea\Core\Table\Data\Table;

/**
 * Deals pictures or words out over the rows: in turn, or shuffled in each round with a fixed seed, so that the result
 * can be repeated; neighbouring rows never get the same if there is a choice.
 */
#[RecipeSentence('deal', ['pool'], by: 'shuffled', sentences: ['1' => 'shuffled'])]
final readonly class Deal implements Recipe
{
    use DeclaredRecipe;

    /** @param non-empty-list<string> $pool */
    public function __construct(
        #[ListField('lines')] public array $pool,
        #[SwitchField] public bool $shuffled = false,
        #[NumberField(0, 2_000_000_000)] public int $seed = 1,
    ) {
    }

    public function columns(): array
    {
        return [];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $count = \count($table->rows);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($this->seed));
        $cells = [];
        while (\count($cells) < $count) {
            $round = $this->shuffled ? $random->shuffleArray($this->pool) : $this->pool;
            foreach ($this->apart($round, [] === $cells ? null : $cells[\count($cells) - 1]) as $one) {
                $cells[] = $one;
            }
        }

        return \array_slice($cells, 0, $count);
    }

    public function says(\Closure $heading): Message
    {
        $slots = [
            'count' => \count($this->pool),
            'some' => implode(', ', \array_slice($this->pool, 0, 3)) . (\count($this->pool) > 3 ? ' …' : ''),
        ];

        return $this->shuffled
            ? new Message('recipes.deal.says_shuffled', $slots + ['seed' => $this->seed])
            : new Message('recipes.deal.says', $slots);
    }

    /**
     * One round in which no two neighbours are equal, and the first differs from the one before, as far as possible.
     *
     * @param list<string> $round
     *
     * @return list<string>
     */
    private function apart(array $round, ?string $before): array
    {
        $dealt = [];
        while ([] !== $round) {
            $next = array_key_first($round);
            foreach ($round as $i => $one) {
                if ($one !== $before) {
                    $next = $i;
                    break;
                }
            }
            $dealt[] = $before = $round[$next];
            unset($round[$next]);
        }

        return $dealt;
    }
}
