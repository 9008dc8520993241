<?php

declare(strict_types=1);

namespace Tests\Support\Answers;

use App\Support\Http\Answers;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Routing\Route;
use Illuminate\Routing\Router;
use Illuminate\Support\Str;
use LogicException;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\NullableTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;
use ReflectionMethod;
use ReflectionNamedType;
use stdClass;

/** What other programs may ask, as OpenAPI 3.1: of the routes, of what their requests check, and of what they say that they answer. */
final class OpenApi
{
    private const PREFIX = 'api/v1';

    /** @var array<string, mixed> name to schema */
    private array $schemas = [];

    public function __construct(private readonly AnswerTypes $types, private readonly Router $router) {}

    /** @return array<string, mixed> */
    public function document(): array
    {
        $paths = [];
        foreach ($this->router->getRoutes() as $route) {
            if (str_starts_with($route->uri(), self::PREFIX) && !str_contains($route->uri(), '{any}')) {
                $paths[substr($route->uri(), strlen(self::PREFIX))][strtolower($route->methods()[0])] = $this->operation($route);
            }
        }
        ksort($this->schemas);

        return [
            'openapi' => '3.1.0',
            'info' => [
                'title' => 'Pine Sieve',
                'version' => '1',
                'description' =>
                    'Supporters, gifts and promises to read, rows and files to bring in, and files to take. A program asks with a token that a person made ("Authorization: Bearer ..."), and acts as that person. A list is asked for page by page: "after" is the "next" of the page before. A POST with an Idempotency-Key can be sent again without doing anything twice.',
                'license' => ['name' => 'AGPL-3.0-or-later', 'identifier' => 'AGPL-3.0-or-later'],
            ],
            'servers' => [['url' => '/api/v1']],
            'security' => [['token' => []]],
            'paths' => $paths,
            'components' => [
                'securitySchemes' => ['token' => ['type' => 'http', 'scheme' => 'bearer']],
                'schemas' => [...$this->schemas, 'Problem' => self::problem()],
            ],
        ];
    }

    /** @return array<string, mixed> Problem Details for HTTP APIs (RFC 9457) */
    private static function problem(): array
    {
        $text = ['type' => 'string'];

        return [
            'type' => 'object',
            'required' => ['type', 'title', 'status', 'detail'],
            'properties' => [
                'type' => $text,
                'title' => $text,
                'status' => ['type' => 'integer'],
                'detail' => $text,
                'errors' => ['type' => 'object', 'additionalProperties' => ['type' => 'array', 'items' => $text]],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function operation(Route $route): array
    {
        [$class, $name] = explode('@', $route->getActionName());
        $method = new ReflectionMethod($class, $name);
        $attribute = $method->getAttributes(Answers::class)[0] ?? null;
        $answers = $attribute?->newInstance();
        $rules = self::rules($method);
        $isPost = $route->methods()[0] === 'POST';
        $parameters = array_map(
            static fn(string $of): array => ['name' => $of, 'in' => 'path', 'required' => true, 'schema' => ['type' => 'integer']],
            $route->parameterNames(),
        );
        if ($isPost) {
            $parameters[] = ['name' => 'Idempotency-Key', 'in' => 'header', 'schema' => ['type' => 'string', 'maxLength' => 120]];
        } else {
            foreach (array_diff_key($rules, ['page' => true]) as $key => $rule) {
                $parameters[] = ['name' => $key, 'in' => 'query', 'schema' => self::ofRules($rule)];
            }
        }
        $content =
            $answers === null
                ? ['application/octet-stream' => ['schema' => ['type' => 'string', 'format' => 'binary']]]
                : ['application/json' => ['schema' => $this->named($answers->class, $answers->type)]];
        if ($answers !== null && isset($this->schemas[$answers->type]['properties']['next'])) {
            $parameters[] = ['name' => 'after', 'in' => 'query', 'schema' => ['type' => 'integer', 'minimum' => 0, 'default' => 0]];
            $parameters[] = [
                'name' => 'limit',
                'in' => 'query',
                'schema' => ['type' => 'integer', 'minimum' => 1, 'maximum' => 500, 'default' => 100],
            ];
        }
        $comment = (string) $method->getDocComment();
        preg_match('~^/\*\*\s*(?:\*\s*)?(.+?)(?:\*/|\n)~s', $comment, $said);
        preg_match('~ability:(.+)~', implode("\n", $route->gatherMiddleware()), $ability);

        return [
            'operationId' => Str::camel("{$name} " . class_basename($class)),
            'summary' => trim($said[1] ?? $name),
            'description' => 'For a token that may "' . ($ability[1] ?? '') . '".',
            'tags' => [explode('/', substr($route->uri(), strlen(self::PREFIX) + 1))[0]],
            'parameters' => $parameters,
            ...$isPost
                ? ['requestBody' => ['required' => true, 'content' => ['application/json' => ['schema' => self::body($rules)]]]]
                : [],
            'responses' => [
                $isPost ? '201' : '200' => ['description' => 'Done', 'content' => $content],
                'default' => [
                    'description' => 'What went wrong',
                    'content' => ['application/problem+json' => ['schema' => ['$ref' => '#/components/schemas/Problem']]],
                ],
            ],
        ];
    }

    /** @return array<string, list<mixed>> field to what is checked of it */
    private static function rules(ReflectionMethod $method): array
    {
        foreach ($method->getParameters() as $parameter) {
            $type = $parameter->getType();
            if ($type instanceof ReflectionNamedType && is_subclass_of($type->getName(), FormRequest::class)) {
                return (new ($type->getName())())->rules();
            }
        }

        return [];
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, mixed>
     */
    private static function body(array $rules): array
    {
        $properties = [];
        $required = [];
        foreach ($rules as $key => $rule) {
            if (str_contains($key, '.')) {
                continue;
            }
            $schema = self::ofRules($rule);
            if (($schema['type'] ?? '') === 'array') {
                $schema['items'] = isset($rules["{$key}.*"]) ? self::ofRules($rules["{$key}.*"]) : new stdClass();
                if (($schema['items']['type'] ?? '') === 'array') {
                    $schema['items'] = ['type' => 'object', 'additionalProperties' => ['type' => ['string', 'number', 'boolean', 'null']]];
                }
            }
            $properties[$key] = $schema;
            in_array('required', $rule, true) ? ($required[] = $key) : null;
        }

        return ['type' => 'object', 'properties' => $properties, ...$required === [] ? [] : ['required' => $required]];
    }

    /**
     * @param  list<mixed>  $rules  as a request checks them
     * @return array<string, mixed>
     */
    private static function ofRules(array $rules): array
    {
        $schema = ['type' => 'string'];
        foreach ($rules as $rule) {
            $text = is_string($rule) ? $rule : (is_object($rule) && method_exists($rule, '__toString') ? (string) $rule : '');
            $schema = match (true) {
                $text === 'integer' => ['type' => 'integer'],
                $text === 'boolean' => ['type' => 'boolean'],
                $text === 'array' => ['type' => 'array'],
                $text === 'file' => ['type' => 'string', 'format' => 'binary'],
                str_starts_with($text, 'date_format:Y-m-d') => ['type' => 'string', 'format' => 'date'],
                str_starts_with($text, 'in:') => [
                    'type' => 'string',
                    'enum' => array_map(static fn(string $one): string => trim($one, '"'), explode(',', substr($text, 3))),
                ],
                default => $schema,
            };
        }

        return $schema;
    }

    /**
     * @param  class-string  $class
     * @return array<string, mixed>
     */
    private function named(string $class, string $name): array
    {
        if (!isset($this->schemas[$name])) {
            [$from, $type] = $this->types->find($class, $name);
            $this->schemas[$name] = [];
            $this->schemas[$name] = $this->schema($from, $type);
        }

        return ['$ref' => "#/components/schemas/{$name}"];
    }

    /**
     * @param  class-string  $class
     * @return array<string, mixed>
     */
    private function schema(string $class, TypeNode $type): array
    {
        return match (true) {
            $type instanceof NullableTypeNode => ['anyOf' => [$this->schema($class, $type->type), ['type' => 'null']]],
            $type instanceof UnionTypeNode => ['anyOf' => array_map(fn(TypeNode $one): array => $this->schema($class, $one), $type->types)],
            $type instanceof ConstTypeNode && $type->constExpr instanceof ConstExprStringNode => ['const' => $type->constExpr->value],
            $type instanceof ArrayShapeNode => $this->shape($class, $type),
            $type instanceof GenericTypeNode => match ($type->type->name) {
                'list', 'non-empty-list' => ['type' => 'array', 'items' => $this->schema($class, $type->genericTypes[0])],
                'JsonMap' => ['type' => 'object', 'additionalProperties' => $this->schema($class, $type->genericTypes[0])],
                'value-of' => ['type' => 'string', 'enum' => $this->types->values($class, (string) $type->genericTypes[0])],
                default => throw new LogicException("{$type} is no type of an answer."),
            },
            $type instanceof IdentifierTypeNode && $this->types->has($class, $type->name) => $this->named($class, $type->name),
            $type instanceof IdentifierTypeNode => match ($type->name) {
                'string' => ['type' => 'string'],
                'int' => ['type' => 'integer'],
                'float' => ['type' => 'number'],
                'bool' => ['type' => 'boolean'],
                'null' => ['type' => 'null'],
                default => throw new LogicException("{$type->name} is no type of an answer."),
            },
            default => throw new LogicException("{$type} is no type of an answer."),
        };
    }

    /**
     * @param  class-string  $class
     * @return array<string, mixed>
     */
    private function shape(string $class, ArrayShapeNode $shape): array
    {
        [$properties, $required] = [[], []];
        foreach ($shape->items as $item) {
            $key = trim((string) $item->keyName, "'\"");
            $properties[$key] = $this->schema($class, $item->valueType);
            $item->optional ? null : ($required[] = $key);
        }

        return ['type' => 'object', 'properties' => $properties, 'required' => $required];
    }
}
