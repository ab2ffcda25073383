// Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script a process
// of its own is forked. What can be called is declared in a part that is generated.
#include <array>
#include <cmath>
#include <csetjmp>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <cxxabi.h>
#include <deque>
#include <exception>
#include <fcntl.h>
#include <functional>
#include <iostream>
#include <list>
#include <map>
#include <memory>
#include <optional>
#include <random>
#include <set>
#include <signal.h>
#include <sstream>
#include <stdexcept>
#include <string>
#include <string_view>
#include <sys/wait.h>
#include <tuple>
#include <type_traits>
#include <typeinfo>
#include <unistd.h>
#include <unordered_map>
#include <unordered_set>
#include <utility>
#include <variant>
#include <vector>

namespace durchgang {

// J is a value of JSON.
struct J {
    enum Kind { Null, Bool, Num, Str, List, Map } kind = Null;
    double num = 0;
    std::string str;
    std::vector<J> list;
    std::vector<std::pair<std::string, J>> map;

    J() {}
    static J boolean(bool b) { J j; j.kind = Bool; j.num = b; return j; }
    static J number(double n) { J j; j.kind = Num; j.num = n; return j; }
    static J text(std::string s) { J j; j.kind = Str; j.str = std::move(s); return j; }
    static J array() { J j; j.kind = List; return j; }
    static J object() { J j; j.kind = Map; return j; }
    const J *find(const char *key) const
    {
        for (auto &e : map)
            if (e.first == key) return &e.second;
        return nullptr;
    }
    std::string string(const char *key) const { auto *v = find(key); return v ? v->str : ""; }
    bool is(const char *key) const { auto *v = find(key); return v && v->kind == Bool && v->num; }
    void put(std::string key, J v) { map.emplace_back(std::move(key), std::move(v)); }
};

struct Parser {
    const char *at;

    char peek() { while (*at == ' ') ++at; return *at; }
    static void utf8(std::string &s, unsigned c)
    {
        if (c < 0x80) s += (char)c;
        else if (c < 0x800) { s += (char)(0xc0 | c >> 6); s += (char)(0x80 | (c & 63)); }
        else { s += (char)(0xe0 | c >> 12); s += (char)(0x80 | (c >> 6 & 63)); s += (char)(0x80 | (c & 63)); }
    }
    std::string string()
    {
        std::string s;
        peek();
        for (++at; *at && *at != '"'; ++at) {
            if (*at != '\\') { s += *at; continue; }
            switch (*++at) {
            case 'u': utf8(s, (unsigned)std::strtoul(std::string(at + 1, 4).c_str(), nullptr, 16)); at += 4; break;
            case 'n': s += '\n'; break;
            case 't': s += '\t'; break;
            case 'r': s += '\r'; break;
            default: s += *at;
            }
        }
        ++at;
        return s;
    }
    J read()
    {
        J j;
        switch (peek()) {
        case '{':
            j.kind = J::Map;
            for (++at; peek() != '}';) {
                std::string key = string();
                peek();
                ++at;
                J v = read();
                j.put(key, v);
                if (peek() == ',') ++at;
            }
            ++at;
            return j;
        case '[':
            j.kind = J::List;
            for (++at; peek() != ']';) {
                j.list.push_back(read());
                if (peek() == ',') ++at;
            }
            ++at;
            return j;
        case '"': return J::text(string());
        case 't': at += 4; return J::boolean(true);
        case 'f': at += 5; return J::boolean(false);
        case 'n': at += 4; return j;
        }
        char *end;
        j = J::number(std::strtod(at, &end));
        at = end;
        return j;
    }
};

inline void write(std::string &to, const J &j)
{
    auto quote = [&](const std::string &s) {
        to += '"';
        for (unsigned char c : s) {
            char code[8];
            if (c == '"' || c == '\\' || c < ' ') { std::snprintf(code, sizeof code, "\\u%04x", c); to += code; }
            else to += (char)c;
        }
        to += '"';
    };
    switch (j.kind) {
    case J::Null: to += "null"; break;
    case J::Bool: to += j.num ? "true" : "false"; break;
    case J::Num: {
        char text[40];
        std::snprintf(text, sizeof text, j.num == std::floor(j.num) && std::fabs(j.num) < 1e15 ? "%.0f" : "%.10g", j.num);
        to += std::isfinite(j.num) ? text : "null";
        break;
    }
    case J::Str: quote(j.str); break;
    case J::List:
        to += '[';
        for (size_t i = 0; i < j.list.size(); ++i) { if (i) to += ','; write(to, j.list[i]); }
        to += ']';
        break;
    case J::Map:
        to += '{';
        for (size_t i = 0; i < j.map.size(); ++i) { if (i) to += ','; quote(j.map[i].first); to += ':'; write(to, j.map[i].second); }
        to += '}';
    }
}

struct Misfit {};
struct Signature { std::string says; };

// Where a program asks for input, what it was called by goes on here.
inline std::jmp_buf back_to_call;
inline bool calling = false;
[[noreturn]] inline void asked()
{
    if (calling) std::longjmp(back_to_call, 1);
    _exit(9);
}

struct Nobody : std::streambuf {
    int_type underflow() override { asked(); }
};

// How a process ends after which another one answers.
constexpr int again = 88;

// The game, and what it is.
inline void *game = nullptr;
inline std::string game_type;

// What is generated of a type: Fields says what a struct holds, Names what the values of an enum are called.
template <class T> struct Fields { static constexpr bool known = false; };
template <class T> struct Names { static constexpr bool known = false; };

template <class T> std::string type_of()
{
    if constexpr (Fields<T>::known) return Fields<T>::name();
    int status;
    char *text = abi::__cxa_demangle(typeid(T).name(), nullptr, nullptr, &status);
    std::string made = text ? text : "?";
    std::free(text);
    return made;
}

template <class T, class = void> struct Iterable : std::false_type {};
template <class T> struct Iterable<T, std::void_t<decltype(std::declval<const T &>().begin()), decltype(std::declval<const T &>().end())>> : std::true_type {};
template <class T, class = void> struct Mapped : std::false_type {};
template <class T> struct Mapped<T, std::void_t<typename T::mapped_type>> : std::true_type {};
template <class T, class = void> struct Keyed : std::false_type {};
template <class T> struct Keyed<T, std::void_t<typename T::key_type>> : std::true_type {};
template <class T, class = void> struct Growing : std::false_type {};
template <class T> struct Growing<T, std::void_t<decltype(std::declval<T &>().push_back(std::declval<typename T::value_type>()))>> : std::true_type {};
template <class T> struct Pointing : std::false_type {};
template <class T> struct Pointing<std::optional<T>> : std::true_type {};
template <class T> struct Pointing<std::unique_ptr<T>> : std::true_type {};
template <class T> struct Pointing<std::shared_ptr<T>> : std::true_type {};
template <class T, class = void> struct Tuple : std::false_type {};
template <class T> struct Tuple<T, std::void_t<decltype(std::tuple_size<T>::value)>> : std::true_type {};

template <class T> J out(const T &v, int depth = 0)
{
    using B = std::remove_cv_t<T>;
    if constexpr (std::is_same_v<B, bool>) return J::boolean(v);
    else if constexpr (std::is_same_v<B, std::vector<bool>::const_reference> || std::is_same_v<B, std::vector<bool>::reference>) return J::boolean(v);
    else if constexpr (std::is_same_v<B, char>) return J::text(v ? std::string(1, v) : "");
    else if constexpr (std::is_arithmetic_v<B>) return J::number((double)v);
    else if constexpr (std::is_enum_v<B>) {
        if constexpr (Names<B>::known)
            for (auto &e : Names<B>::all())
                if (e.second == (long)v) { J j = J::object(); j.put("$name", J::text(e.first)); return j; }
        return J::number((double)(long)v);
    }
    else if constexpr (std::is_same_v<B, std::string> || std::is_same_v<B, std::string_view>) return J::text(std::string(v));
    else if constexpr (std::is_convertible_v<B, const char *> && !std::is_array_v<B>) { const char *s = v; return s ? J::text(s) : J(); }
    else if constexpr (std::is_array_v<B>) {
        using E = std::remove_cv_t<std::remove_reference_t<decltype(v[0])>>;
        if constexpr (std::is_same_v<E, char>) {
            size_t n = std::extent_v<B>;
            while (n > 0 && !v[n - 1]) --n;
            return J::text(std::string(v, n));
        } else {
            J j = J::array();
            for (auto &x : v) j.list.push_back(out(x, depth + 1));
            return j;
        }
    }
    else if constexpr (Pointing<B>::value) return v ? out(*v, depth) : J();
    else if constexpr (std::is_same_v<B, std::nullptr_t> || std::is_same_v<B, std::nullopt_t>) return J();
    else if constexpr (std::is_pointer_v<B>) {
        using E = std::remove_cv_t<std::remove_pointer_t<B>>;
        if (!v) return J();
        if constexpr (Fields<E>::known || std::is_arithmetic_v<E>) return depth > 3 ? J::text("…") : out(*v, depth + 1);
        return J::text("…");
    }
    else if constexpr (Mapped<B>::value) {
        J pairs = J::array();
        for (auto &e : v) {
            J pair = J::array();
            pair.list.push_back(out(e.first, depth + 1));
            pair.list.push_back(out(e.second, depth + 1));
            pairs.list.push_back(pair);
        }
        J j = J::object();
        j.put("$map", pairs);
        return j;
    }
    else if constexpr (Iterable<B>::value) {
        J items = J::array();
        for (auto &&x : v) {
            using E = std::decay_t<decltype(x)>;
            if constexpr (std::is_same_v<E, std::_Bit_reference>) items.list.push_back(J::boolean((bool)x));
            else items.list.push_back(out((const E &)x, depth + 1));
        }
        if constexpr (!Keyed<B>::value) return items;
        J j = J::object();
        j.put("$set", items);
        return j;
    }
    else if constexpr (Fields<B>::known) {
        J j = J::object();
        j.put("$object", J::text(Fields<B>::name()));
        if (depth < 4) j.put("fields", Fields<B>::of(v, depth + 1));
        return j;
    }
    else if constexpr (Tuple<B>::value) {
        J j = J::array();
        std::apply([&](auto &...x) { (j.list.push_back(out(x, depth + 1)), ...); }, v);
        return j;
    }
    else {
        J j = J::object();
        j.put("$object", J::text(type_of<B>()));
        return j;
    }
}

// in makes a value of what was sent.
template <class T> T in(const J &j);

template <class T> struct In {
    using B = std::remove_cv_t<std::remove_reference_t<T>>;
    std::shared_ptr<B> held;
    B *own = nullptr;

    explicit In(const J &j)
    {
        if (j.find("$game") && game && game_type == type_of<B>()) { own = (B *)game; return; }
        held = std::make_shared<B>(in<B>(j));
        own = held.get();
    }
    T value() { return static_cast<T>(*own); }
    J back() { return out(*own); }
};

// Pointers are to the game, to a text, or to a row of values.
template <class E> struct In<E *> {
    using B = std::remove_cv_t<E>;
    using Leaf = std::remove_cv_t<std::remove_all_extents_t<E>>;
    std::vector<Leaf> room;
    std::deque<std::string> texts;
    E *at = nullptr;

    void fill(const J &j)
    {
        if (j.kind == J::List) { for (auto &x : j.list) fill(x); return; }
        if constexpr (std::is_same_v<Leaf, char>) {
            if (j.kind == J::Str) { if (j.str.empty()) room.push_back(0); else for (char c : j.str) room.push_back(c); return; }
            if (j.kind == J::Num) { room.push_back((char)j.num); return; }
            if (j.kind == J::Null) { room.push_back(0); return; }
            throw Misfit();
        } else if constexpr (std::is_same_v<Leaf, char *> || std::is_same_v<Leaf, const char *>) {
            if (j.kind != J::Str) throw Misfit();
            texts.push_back(j.str);
            room.push_back((Leaf)texts.back().c_str());
        } else if constexpr (std::is_void_v<Leaf>) throw Misfit();
        else room.push_back(in<Leaf>(j));
    }
    explicit In(const J &j)
    {
        if (j.find("$game")) {
            if (!game || game_type != type_of<B>()) throw Misfit();
            at = (E *)game;
            return;
        }
        if constexpr (std::is_default_constructible_v<Leaf> && !std::is_same_v<Leaf, bool>) {
            if (j.kind != J::List && j.kind != J::Str) throw Misfit();
            fill(j);
            size_t n = room.size();
            room.resize(n + 64);
            at = (E *)room.data();
            if (n) room.resize(n + 64);
            count = n;
        } else throw Misfit();
    }
    size_t count = 0;
    E *value() { return at; }
    J back()
    {
        if (room.empty()) return out(at);
        J j = J::array();
        if constexpr (!std::is_void_v<Leaf>) for (size_t i = 0; i < count; ++i) j.list.push_back(out(room[i], 1));
        return j;
    }
};

template <class T> T in(const J &j)
{
    if constexpr (std::is_same_v<T, bool>) { if (j.kind != J::Bool && j.kind != J::Num) throw Misfit(); return j.num; }
    else if constexpr (std::is_same_v<T, char>) {
        if (j.kind == J::Null) return ' ';
        if (j.kind != J::Str || j.str.size() > 1) throw Misfit();
        return j.str.empty() ? 0 : j.str[0];
    }
    else if constexpr (std::is_arithmetic_v<T>) {
        if (j.kind == J::Null) return 0;
        if (j.kind == J::Bool) return (T)j.num;
        if (j.kind != J::Num) throw Misfit();
        return (T)j.num;
    }
    else if constexpr (std::is_enum_v<T>) {
        if (j.kind == J::Num) return (T)(long)j.num;
        std::string name = j.kind == J::Str ? j.str : j.string("$name");
        if constexpr (Names<T>::known)
            for (auto &e : Names<T>::all()) {
                std::string full = e.first;
                if (full == name || full.substr(full.rfind('.') + 1) == name) return (T)e.second;
            }
        throw Misfit();
    }
    else if constexpr (std::is_same_v<T, std::string>) { if (j.kind != J::Str) throw Misfit(); return j.str; }
    else if constexpr (std::is_same_v<T, std::string_view>) {
        static std::deque<std::string> kept;
        if (j.kind != J::Str) throw Misfit();
        kept.push_back(j.str);
        return kept.back();
    }
    else if constexpr (std::is_same_v<T, std::mt19937>) { auto *seed = j.find("$random"); if (!seed) throw Misfit(); return std::mt19937((unsigned)seed->num); }
    else if constexpr (Pointing<T>::value) {
        if (j.kind == J::Null) return T();
        using E = std::remove_cv_t<std::remove_reference_t<decltype(*std::declval<T>())>>;
        if constexpr (std::is_same_v<T, std::optional<E>>) return in<E>(j);
        else throw Misfit();
    }
    else if constexpr (Growing<T>::value) {
        const J *from = j.find("$tuple") ? j.find("$tuple") : &j;
        if (from->kind != J::List) throw Misfit();
        T made;
        for (auto &x : from->list) made.push_back(in<typename T::value_type>(x));
        return made;
    }
    else if constexpr (Mapped<T>::value) throw Misfit();
    else if constexpr (Keyed<T>::value) {
        const J *from = j.find("$set") ? j.find("$set") : &j;
        if (from->kind != J::List) throw Misfit();
        T made;
        for (auto &x : from->list) made.insert(in<typename T::key_type>(x));
        return made;
    }
    else if constexpr (Iterable<T>::value && Tuple<T>::value) {
        if (j.kind != J::List || j.list.size() != std::tuple_size_v<T>) throw Misfit();
        T made{};
        for (size_t i = 0; i < j.list.size(); ++i) made[i] = in<typename T::value_type>(j.list[i]);
        return made;
    }
    else if constexpr (Fields<T>::known) {
        const J *args = j.find("args");
        if (!args || j.string("$new") != Fields<T>::name()) throw Misfit();
        return Fields<T>::make(*args);
    }
    else if constexpr (Tuple<T>::value) {
        const J *from = j.find("$tuple") ? j.find("$tuple") : &j;
        if (from->kind != J::List || from->list.size() != std::tuple_size_v<T>) throw Misfit();
        size_t i = 0;
        return std::apply([&](auto... x) { return T{in<std::decay_t<decltype(x)>>(from->list[i++])...}; }, T{});
    }
    else throw Misfit();
}

using Wrapped = std::function<J(const J &request)>;

template <class T> void keep(T &result)
{
    using B = std::remove_cv_t<T>;
    if constexpr (std::is_pointer_v<B>) {
        game = (void *)result;
        game_type = type_of<std::remove_cv_t<std::remove_pointer_t<B>>>();
    } else if constexpr (Pointing<B>::value) {
        using E = std::decay_t<decltype(*result)>;
        if constexpr (std::is_move_constructible_v<E>) {
            game = new E(std::move(*result));
            game_type = type_of<E>();
        }
    } else if constexpr (std::is_move_constructible_v<B>) {
        game = new B(std::move(result));
        game_type = type_of<B>();
    }
}

template <class R, class... A, class F, size_t... I> J apply_to(const F &f, const J &request, const char *declared, std::index_sequence<I...>)
{
    const J &args = *request.find("args");
    if (args.list.size() != sizeof...(A)) throw Signature{declared};
    try {
        std::tuple<In<A>...> given{In<A>(args.list[I])...};
        J result;
        bool kept = request.is("keep");
        if constexpr (std::is_void_v<R>) f(std::get<I>(given).value()...);
        else {
            R r = f(std::get<I>(given).value()...);
            if (kept) keep(const_cast<std::remove_cv_t<std::remove_reference_t<R>> &>(r));
            result = kept ? J::boolean(true) : out(r);
        }
        if (!request.is("back")) return result;
        J both = J::array(), after = J::array();
        (after.list.push_back(std::get<I>(given).back()), ...);
        both.list = {result, after};
        return both;
    } catch (Misfit) {
        throw Signature{declared};
    }
}

template <class R, class... A> Wrapped wrap(const char *declared, R (*f)(A...))
{
    return [=](const J &r) { return apply_to<R, A...>(f, r, declared, std::index_sequence_for<A...>()); };
}

template <class R, class C, class... A> Wrapped method(const char *declared, R (C::*f)(A...))
{
    return [=](const J &r) {
        if (game_type != type_of<C>()) throw Misfit();
        auto call = [&](A... a) -> R { return (((C *)game)->*f)(std::forward<A>(a)...); };
        return apply_to<R, A...>(call, r, declared, std::index_sequence_for<A...>());
    };
}

template <class R, class C, class... A> Wrapped method(const char *declared, R (C::*f)(A...) const)
{
    return method(declared, (R (C::*)(A...))f);
}

template <class R, class C, class... A> Wrapped method(const char *declared, R (C::*f)(A...) noexcept) { return method(declared, (R (C::*)(A...))f); }
template <class R, class C, class... A> Wrapped method(const char *declared, R (C::*f)(A...) const noexcept) { return method(declared, (R (C::*)(A...))f); }

// make constructs a C, which becomes the game.
template <class C, class... A> Wrapped make(const char *declared)
{
    return [=](const J &r) {
        auto call = [](A... a) -> C * { return new C(std::forward<A>(a)...); };
        return apply_to<C *, A...>(call, r, declared, std::index_sequence_for<A...>());
    };
}

inline std::multimap<std::string, Wrapped> functions, methods, makers;
inline std::map<std::string, std::function<J()>> variables;
inline std::map<std::string, std::function<J()>> games; // fields by the type of the game
inline std::map<std::string, std::function<std::string()>> texts;
void declare();

template <class T> constexpr auto requires_print(int) -> decltype(std::declval<std::ostream &>() << std::declval<const T &>(), true) { return true; }
template <class T> constexpr bool requires_print(...) { return false; }

inline J failure(const char *kind, const std::string &type, const std::string &says)
{
    J j = J::object();
    j.put("kind", J::text(kind));
    j.put("type", J::text(type));
    j.put("says", J::text(says));
    return j;
}

template <class T> std::string printed(const T &v)
{
    std::ostringstream text;
    if constexpr (requires_print<T>(0)) text << v;
    return text.str();
}

struct Absent {};

inline J answer(const J &r)
{
    std::string act = r.string("do"), name = r.string("name");
    bool on = r.is("on");
    if (act == "text") {
        auto t = texts.find(game_type);
        if (t == texts.end()) throw Absent();
        return J::text(t->second());
    }
    if (act == "get") {
        if (on) {
            auto g = games.find(game_type);
            if (g == games.end()) throw Absent();
            J all = g->second();
            if (name.empty()) { J whole = J::object(); whole.put("$object", J::text(game_type)); whole.put("fields", all); return whole; }
            if (name == "*") return all;
            if (auto *v = all.find(name.c_str())) return *v;
            throw Absent();
        }
        if (name == "*") {
            J all = J::object();
            for (auto &v : variables) all.put(v.first, v.second());
            return all;
        }
        auto v = variables.find(name);
        if (v == variables.end()) throw Absent();
        return v->second();
    }
    auto &among = on ? methods : makers.count(name) ? makers : functions;
    if (!on && !among.count(name)) // of a namespace or a class, by its name alone
        for (auto &f : functions)
            if (f.first.size() > name.size() && f.first.compare(f.first.size() - name.size() - 1, std::string::npos, "." + name) == 0) {
                name = f.first;
                break;
            }
    auto range = among.equal_range(on ? game_type + "." + name : name);
    if (range.first == range.second) throw Absent();
    std::string misfit;
    for (auto f = range.first; f != range.second; ++f) {
        try {
            return f->second(r);
        } catch (Signature &s) {
            misfit = s.says;
        }
    }
    throw Signature{misfit};
}

inline std::string answered(const J &r)
{
    std::string text = "= ";
    try {
        if (setjmp(back_to_call)) {
            calling = false;
            text = "! ";
            write(text, failure("input", "", "the program asks for input"));
            return text;
        }
        calling = true;
        write(text, answer(r));
    } catch (Absent) {
        text = "? " + r.string("name");
    } catch (Signature &s) {
        text = "! ";
        write(text, failure("signature", "", s.says));
    } catch (Misfit) {
        text = "? " + r.string("name");
    } catch (std::exception &e) {
        int status;
        char *type = abi::__cxa_demangle(typeid(e).name(), nullptr, nullptr, &status);
        text = "! ";
        write(text, failure("raised", type ? type : "exception", e.what()));
        std::free(type);
    } catch (const char *says) {
        text = "! ";
        write(text, failure("raised", "const char*", says));
    } catch (const std::string &says) {
        text = "! ";
        write(text, failure("raised", "std::string", says));
    } catch (int code) {
        text = "! ";
        write(text, failure("raised", "int", std::to_string(code)));
    } catch (...) {
        text = "! ";
        write(text, failure("raised", "exception", ""));
    }
    calling = false;
    return text;
}

inline void send(int to, const std::string &text)
{
    for (size_t at = 0; at < text.size();) {
        ssize_t n = ::write(to, text.data() + at, text.size() - at);
        if (n <= 0) _exit(7);
        at += (size_t)n;
    }
}

[[noreturn]] inline void serve(int from, int to, int hold)
{
    std::string in, out;
    int held = 0;
    for (char room[1 << 16];;) {
        size_t end = in.find('\n');
        if (end == std::string::npos) {
            ssize_t n = ::read(from, room, sizeof room);
            if (n <= 0) { send(to, out); _exit(7); }
            in.append(room, (size_t)n);
            continue;
        }
        std::string line = in.substr(0, end);
        in.erase(0, end + 1);
        J r = Parser{line.c_str()}.read();
        if (r.string("do") == "fresh") {
            send(to, out + "= null\n");
            _exit(again);
        }
        out += answered(r) + "\n";
        if (++held >= hold) {
            send(to, out);
            out.clear();
            held = 0;
        }
    }
}

inline ssize_t nothing(void *, char *, size_t) { asked(); }

} // namespace durchgang

int main()
{
    using namespace durchgang;
    int from = dup(0), to = dup(1);
    std::string first;
    for (char c; ::read(from, &c, 1) == 1 && c != '\n';) first += c;
    J settings = Parser{first.c_str()}.read();
    const J *hold = settings.find("hold");
    dup2(2, 1);
    dup2(open("/dev/null", O_RDONLY), 0);
    cookie_io_functions_t nobody = {nothing, nullptr, nullptr, nullptr};
    stdin = fopencookie(nullptr, "r", nobody);
    static Nobody none;
    std::cin.rdbuf(&none);
    declare();
    for (;;) {
        pid_t child = fork();
        if (child == 0) serve(from, to, hold && hold->num > 0 ? (int)hold->num : 1);
        int status = 0;
        waitpid(child, &status, 0);
        if (WIFSIGNALED(status)) {
            signal(WTERMSIG(status), SIG_DFL);
            raise(WTERMSIG(status));
        }
        if (WEXITSTATUS(status) != again) _exit(WEXITSTATUS(status));
    }
}
