<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\SecretField;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** A permanent short code for every row that nobody can guess and that shows its piece is genuine. */
#[RecipeSentence('seal')]
final readonly class VerificationCodes implements Recipe
{
    use DeclaredRecipe;

    public function __construct(#[\SensitiveParameter, SecretField] public string $secret)
    {
    }

    public static function fresh(): self
    {
        return new self(bin2hex(random_bytes(16)));
    }

    public function columns(): array
    {
        return [];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        return array_map(fn (Row $row): string => VerificationCode::of($this->secret, $row->id), $table->rows);
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.seal.says');
    }
}
