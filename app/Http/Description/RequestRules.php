<?php

declare(strict_types=1);

namespace App\Http\Description;

use App\Models\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Routing\Route;

/** What a route takes in its body or address: the rules of the request class that its method names. */
final class RequestRules
{
    /** @return array<string, mixed> rules by field; none where the method takes nothing */
    public static function of(Route $route): array
    {
        [$class, $function] = [...explode('@', $route->getActionName()), '__invoke'];
        $rules = [];
        foreach ((new \ReflectionMethod($class, $function))->getParameters() as $parameter) {
            $type = self::type($parameter);
            if (is_subclass_of($type, FormRequest::class)) {
                $rules = self::rules($type, $route);
            }
        }

        return $rules;
    }

    /**
     * Rules may look at who asks and at what the address names: a steward, and a thing that is not kept yet.
     *
     * @param class-string<FormRequest> $class
     *
     * @return array<string, mixed>
     */
    private static function rules(string $class, Route $route): array
    {
        $request = $class::create('/'.$route->uri(), $route->methods()[0]);
        $request->setUserResolver(static fn (): User => (new User)->forceFill(['id' => 0, 'is_steward' => true]));
        $bound = (clone $route)->bind($request);
        foreach ($route->signatureParameters(['subClass' => Model::class]) as $parameter) {
            $model = self::type($parameter);
            $bound->setParameter($parameter->getName(), (new $model)->forceFill(['id' => 0]));
        }
        $request->setRouteResolver(static fn (): Route => $bound);

        return method_exists($request, 'rules') ? $request->rules() : [];
    }

    private static function type(\ReflectionParameter $parameter): string
    {
        return $parameter->getType() instanceof \ReflectionNamedType ? $parameter->getType()->getName() : '';
    }
}
