<?php

declare(strict_types=1);

namespace Tests\Support\Answers;

use LogicException;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\NullableTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;

/** Types of answers as TypeScript. What a type names is written too, each once. */
final class TypeScript
{
    /** @var array<string, string> name to its declaration */
    private array $declared = [];

    /** @var array<string, class-string> name to the class that describes it */
    private array $from = [];

    public function __construct(private readonly AnswerTypes $types) {}

    /** @param  class-string  $class */
    public function declare(string $class, string $name): void
    {
        [$from, $type] = $this->types->find($class, $name);
        if (isset($this->from[$name])) {
            if ($this->from[$name] !== $from) {
                throw new LogicException(
                    "{$this->from[$name]} and {$from} both describe a type {$name}: the screens could not tell which.",
                );
            }

            return;
        }
        $this->from[$name] = $from;
        // It may name itself.
        $this->declared[$name] = '';
        $this->declared[$name] = "export type {$name} = " . $this->write($from, $type) . ';';
    }

    public function text(): string
    {
        ksort($this->declared);

        return "// Made by bin/types of what the PHP describes. Change it there.\n\n" . implode("\n\n", $this->declared) . "\n";
    }

    /** @param  class-string  $class */
    private function write(string $class, TypeNode $type): string
    {
        return match (true) {
            $type instanceof NullableTypeNode => $this->write($class, $type->type) . ' | null',
            $type instanceof UnionTypeNode => implode(
                ' | ',
                array_map(fn(TypeNode $one): string => $this->write($class, $one), $type->types),
            ),
            $type instanceof ConstTypeNode && $type->constExpr instanceof ConstExprStringNode => "'{$type->constExpr->value}'",
            $type instanceof ArrayShapeNode => $this->shape($class, $type),
            $type instanceof GenericTypeNode => $this->generic($class, $type),
            $type instanceof IdentifierTypeNode => $this->named($class, $type->name),
            default => throw new LogicException("{$type} is no type of an answer."),
        };
    }

    /** @param  class-string  $class */
    private function shape(string $class, ArrayShapeNode $shape): string
    {
        if ($shape->kind === ArrayShapeNode::KIND_LIST || ($shape->items[0]->keyName ?? null) === null) {
            return '[' . implode(', ', array_map(fn($item): string => $this->write($class, $item->valueType), $shape->items)) . ']';
        }
        $fields = array_map(
            fn($item): string => "'" .
                trim((string) $item->keyName, "'\"") .
                "'" .
                ($item->optional ? '?' : '') .
                ': ' .
                $this->write($class, $item->valueType),
            $shape->items,
        );

        $others = $shape->unsealedType === null ? 'unknown' : $this->write($class, $shape->unsealedType->valueType);

        return '{ ' . implode('; ', $fields) . ' }' . ($shape->sealed ? '' : " & Record<string, {$others}>");
    }

    /** @param  class-string  $class */
    private function generic(string $class, GenericTypeNode $type): string
    {
        $of = array_map(
            fn(TypeNode $one): string => $this->write($class, $one),
            $type->type->name === 'value-of' ? [] : $type->genericTypes,
        );

        return match ($type->type->name) {
            'list', 'non-empty-list' => "({$of[0]})[]",
            'JsonMap' => "Record<string, {$of[0]}>",
            'array' => count($of) === 1 ? "({$of[0]})[]" : "Record<{$of[0]}, {$of[1]}>",
            'value-of' => implode(
                ' | ',
                array_map(static fn(string $value): string => "'{$value}'", $this->types->values($class, (string) $type->genericTypes[0])),
            ),
            default => throw new LogicException("{$type} is no type of an answer."),
        };
    }

    /** @param  class-string  $class */
    private function named(string $class, string $name): string
    {
        if ($this->types->has($class, $name)) {
            $this->declare($class, $name);

            return $name;
        }

        return match ($name) {
            'string', 'null' => $name,
            'int', 'float' => 'number',
            'bool' => 'boolean',
            'mixed' => 'unknown',
            default => throw new LogicException("{$name} is no type of an answer."),
        };
    }
}
