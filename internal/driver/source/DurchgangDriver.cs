// Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script the
// program is loaded anew.
using System;
using System.Collections;
using System.Collections.Generic;
using System.Globalization;
using System.IO;
using System.Linq;
using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text;

public static class DurchgangDriver
{
    const BindingFlags All = BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance | BindingFlags.Static | BindingFlags.DeclaredOnly;
    static readonly object Absent = new object();
    static readonly byte[] Code = File.ReadAllBytes("program.exe");
    static List<Type> types;
    static object game;

    class Asked : Exception
    {
        public Asked() : base("the program asks for input") { }
    }

    class Signature : Exception
    {
        public Signature(string says) : base(says) { }
    }

    class Nobody : TextReader
    {
        public override int Read() { throw new Asked(); }
        public override int Peek() { throw new Asked(); }
        public override string ReadLine() { throw new Asked(); }
        public override string ReadToEnd() { throw new Asked(); }
    }

    public static void Main()
    {
        var source = new StreamReader(Console.OpenStandardInput(), new UTF8Encoding(false));
        var answers = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false)) { NewLine = "\n" };
        var settings = (Dictionary<string, object>)new Json(source.ReadLine()).Read();
        object value;
        int hold = settings.TryGetValue("hold", out value) && value is int && (int)value > 0 ? (int)value : 1;
        Console.SetOut(Console.Error);
        Console.SetIn(new Nobody());
        Fresh();
        int written = 0;
        for (string line = source.ReadLine(); line != null; line = source.ReadLine())
        {
            var request = (Dictionary<string, object>)new Json(line).Read();
            if ((string)request["do"] == "fresh")
            {
                Fresh();
                answers.Write("= null\n");
                written = hold - 1;
            }
            else
                answers.Write(Line(request) + "\n");
            if (++written % hold == 0)
                answers.Flush();
        }
        answers.Flush();
        Environment.Exit(0);
    }

    static void Fresh()
    {
        game = null;
        types = Assembly.Load(Code).GetTypes().Where(t => !Outer(t).StartsWith("DurchgangDriver") && !t.IsDefined(typeof(CompilerGeneratedAttribute), false) && !t.Name.Contains("<")).ToList();
    }

    static string Outer(Type t) { return t.DeclaringType == null ? t.Name : Outer(t.DeclaringType); }

    static string Line(Dictionary<string, object> request)
    {
        try
        {
            object result = Answer(request);
            return result == Absent ? "? " + request["name"] : "= " + Write(result);
        }
        catch (Signature e)
        {
            return "! " + Write(new Dictionary<string, object> { { "kind", "signature" }, { "says", e.Message } });
        }
        catch (Exception e)
        {
            return "! " + Write(Failure(e));
        }
    }

    static Dictionary<string, object> Failure(Exception e)
    {
        while ((e is TargetInvocationException || e is TypeInitializationException) && e.InnerException != null)
            e = e.InnerException;
        return new Dictionary<string, object> { { "kind", e is Asked ? "input" : "raised" }, { "type", e.GetType().Name }, { "says", e.Message } };
    }

    static Type Find(string name)
    {
        return types.FirstOrDefault(t => t.Name == name || t.FullName == name || t.FullName.Replace('+', '.').EndsWith("." + name));
    }

    static List<object> Takes(ParameterInfo[] list)
    {
        return list.Select(p => (object)new Dictionary<string, object> { { "name", p.Name }, { "type", p.ParameterType.Name }, { "optional", p.IsOptional } }).ToList();
    }

    static bool Public(MethodBase m) { return !m.IsPrivate; }

    static Dictionary<string, object> Describe(Type t)
    {
        var made = new Dictionary<string, object> { { "name", t.Name } };
        var methods = new List<object>();
        var fields = new List<object>();
        var news = new List<object>();
        for (Type k = t; k != null && types.Contains(k) && !t.IsEnum; k = k.BaseType)
        {
            foreach (MethodInfo m in k.GetMethods(All))
                if (Public(m) && !m.IsSpecialName && m.Name != "Main" && !m.Name.Contains("<"))
                    methods.Add(new Dictionary<string, object> { { "name", m.Name }, { "takes", Takes(m.GetParameters()) }, { "static", m.IsStatic } });
            foreach (PropertyInfo p in k.GetProperties(All))
                if (p.GetIndexParameters().Length == 0)
                    fields.Add(p.Name);
            foreach (FieldInfo f in k.GetFields(All))
                if (!f.Name.Contains("<"))
                    fields.Add(f.Name);
        }
        if (!t.IsAbstract && !t.IsEnum)
            foreach (ConstructorInfo c in t.GetConstructors(All))
                if (Public(c) && !c.IsStatic)
                    news.Add(Takes(c.GetParameters()));
        made["new"] = news;
        made["methods"] = methods;
        made["fields"] = fields;
        made["values"] = t.IsEnum ? Enum.GetNames(t).Cast<object>().ToList() : new List<object>();
        return made;
    }

    static Dictionary<string, object> Fields(object of, Type t, int depth)
    {
        var made = new Dictionary<string, object>();
        for (Type k = t; k != null && types.Contains(k); k = k.BaseType)
        {
            foreach (FieldInfo f in k.GetFields(All))
                if ((of != null || f.IsStatic) && !f.Name.Contains("<") && !made.ContainsKey(f.Name))
                    made[f.Name] = Plain(f.GetValue(of), depth);
            foreach (PropertyInfo p in k.GetProperties(All))
                if (p.GetIndexParameters().Length == 0 && p.CanRead && (of != null || p.GetGetMethod(true).IsStatic) && !made.ContainsKey(p.Name))
                    try
                    {
                        made[p.Name] = Plain(p.GetValue(of, null), depth);
                    }
                    catch (TargetInvocationException)
                    {
                        // is not shown
                    }
        }
        return made;
    }

    static object Answer(Dictionary<string, object> r)
    {
        string name = r.ContainsKey("name") ? (string)r["name"] : "";
        bool on = Is(r, "on");
        switch ((string)r["do"])
        {
            case "outline":
                return new Dictionary<string, object> {
                    { "functions", new List<object>() }, { "values", new List<object>() }, { "load", null },
                    { "classes", types.Where(t => !t.IsInterface).Select(t => (object)Describe(t)).ToList() } };
            case "members":
                return Describe(game.GetType());
            case "text":
                return game.ToString();
            case "get":
                return r.ContainsKey("name") ? Get(name, on) : Plain(game, 0);
        }
        var args = (List<object>)r["args"];
        var candidates = new List<MethodBase>();
        Type of = on ? game.GetType() : Find(name);
        if (on)
            Add(candidates, of, name);
        else if (of != null)
            candidates.AddRange(of.GetConstructors(All).Where(c => !c.IsStatic));
        else if (name.Contains("."))
            Add(candidates, Find(name.Substring(0, name.LastIndexOf('.'))), name.Substring(name.LastIndexOf('.') + 1));
        else // a static method, by its name alone
            foreach (Type t in types)
                candidates.AddRange(t.GetMethods(All).Where(m => m.IsStatic && m.Name == name));
        if (candidates.Count == 0)
            return Absent;
        Signature misfit = null;
        foreach (MethodBase m in candidates)
        {
            ParameterInfo[] ps = m.GetParameters();
            var values = new object[ps.Length];
            try
            {
                if (args.Count > ps.Length || args.Count < ps.Count(p => !p.IsOptional))
                    throw new Signature(Declared(m));
                for (int i = 0; i < ps.Length; i++)
                    values[i] = i < args.Count ? Given(args[i], ps[i].ParameterType, m) : ps[i].DefaultValue;
            }
            catch (Signature e)
            {
                misfit = e;
                continue;
            }
            var c = m as ConstructorInfo;
            object result = c != null ? c.Invoke(values) : m.Invoke(on ? game : null, values);
            if (Is(r, "keep"))
                game = result;
            if (Is(r, "back"))
                return new List<object> { Plain(result, 0), values.Select(v => Plain(v, 0)).ToList() };
            return Plain(result, 0);
        }
        throw misfit;
    }

    static bool Is(Dictionary<string, object> r, string key) { return r.ContainsKey(key) && true.Equals(r[key]); }

    static void Add(List<MethodBase> candidates, Type of, string name)
    {
        for (Type k = of; k != null && k != typeof(object); k = k.BaseType)
            candidates.AddRange(k.GetMethods(All).Where(m => m.Name == name));
    }

    static string Declared(MethodBase m)
    {
        string name = m is ConstructorInfo ? m.DeclaringType.Name : m.Name;
        return name + "(" + string.Join(", ", m.GetParameters().Select(p => p.ParameterType.Name + " " + p.Name)) + ")";
    }

    static object Get(string name, bool on)
    {
        if (name == "*")
        {
            if (on)
                return Fields(game, game.GetType(), 0);
            var all = new Dictionary<string, object>();
            foreach (Type t in types.Where(t => !t.IsEnum))
                foreach (var f in Fields(null, t, 0))
                    all[t.Name + "." + f.Key] = f.Value;
            return all;
        }
        Type of = on ? game.GetType() : name.Contains(".") ? Find(name.Substring(0, name.LastIndexOf('.'))) : null;
        if (!on)
            name = name.Substring(name.LastIndexOf('.') + 1);
        for (; of != null && of != typeof(object); of = of.BaseType)
        {
            PropertyInfo p = of.GetProperty(name, All);
            if (p != null && p.GetIndexParameters().Length == 0)
                return Plain(p.GetValue(on ? game : null, null), 0);
            FieldInfo f = of.GetField(name, All);
            if (f != null)
                return Plain(f.GetValue(on ? game : null), 0);
        }
        return Absent;
    }

    static object Given(object a, Type type, MethodBase m)
    {
        var misfit = new Signature(Declared(m));
        Type bare = Nullable.GetUnderlyingType(type) ?? type;
        var map = a as Dictionary<string, object>;
        if (map != null)
        {
            if (map.ContainsKey("$game") && type.IsInstanceOfType(game))
                return game;
            if (map.ContainsKey("$random") && type.IsAssignableFrom(typeof(Random)))
                return new Random((int)map["$random"]);
            if (map.ContainsKey("$name"))
            {
                string name = (string)map["$name"];
                Type of = Find(name.Substring(0, Math.Max(0, name.LastIndexOf('.'))));
                FieldInfo f = of == null ? null : of.GetField(name.Substring(name.LastIndexOf('.') + 1), All);
                if (f == null || !bare.IsAssignableFrom(of))
                    throw misfit;
                return f.GetValue(null);
            }
            if (map.ContainsKey("$new"))
            {
                Type of = Find((string)map["$new"]);
                var args = (List<object>)map["args"];
                foreach (ConstructorInfo c in of == null || !bare.IsAssignableFrom(of) ? new ConstructorInfo[0] : of.GetConstructors(All))
                    if (c.GetParameters().Length == args.Count)
                        return c.Invoke(args.Select((x, i) => Given(x, c.GetParameters()[i].ParameterType, m)).ToArray());
                throw misfit;
            }
            if (map.ContainsKey("$tuple"))
            {
                var parts = (List<object>)map["$tuple"];
                if (!type.IsGenericType || !type.Name.Contains("Tuple") || type.GetGenericArguments().Length != parts.Count)
                    throw misfit;
                return Activator.CreateInstance(type, parts.Select((x, i) => Given(x, type.GetGenericArguments()[i], m)).ToArray());
            }
            if (map.ContainsKey("$set"))
                a = map["$set"];
        }
        if (a == null)
        {
            if (bare == typeof(char) && bare == type)
                return ' ';
            return type.IsValueType && bare == type ? Activator.CreateInstance(type) : null;
        }
        string s = a as string;
        if (bare.IsEnum && s != null)
        {
            string found = Enum.GetNames(bare).FirstOrDefault(n => string.Equals(n, s, StringComparison.OrdinalIgnoreCase));
            if (found == null)
                throw misfit;
            return Enum.Parse(bare, found);
        }
        if (a is bool && (bare == typeof(bool) || bare == typeof(object)))
            return a;
        if (s != null && bare.IsAssignableFrom(typeof(string)))
            return s;
        if (s != null && bare == typeof(char) && s.Length <= 1)
            return s.Length == 0 ? ' ' : s[0];
        if (a is int && bare == typeof(object))
            return a;
        if (a is int && bare.IsPrimitive && bare != typeof(char) && bare != typeof(bool))
            return Convert.ChangeType(a, bare);
        var list = a as List<object>;
        if (list != null && type.IsArray && type.GetArrayRank() == 2)
        {
            int cols = list.Count == 0 ? 0 : ((List<object>)list[0]).Count;
            Array made = Array.CreateInstance(type.GetElementType(), list.Count, cols);
            for (int i = 0; i < list.Count; i++)
                for (int j = 0; j < cols; j++)
                    made.SetValue(Given(((List<object>)list[i])[j], type.GetElementType(), m), i, j);
            return made;
        }
        if (list != null && type.IsArray)
        {
            Array made = Array.CreateInstance(type.GetElementType(), list.Count);
            for (int i = 0; i < list.Count; i++)
                made.SetValue(Given(list[i], type.GetElementType(), m), i);
            return made;
        }
        if (list != null && type.IsGenericType && type.GetGenericArguments().Length == 1)
        {
            Type element = type.GetGenericArguments()[0];
            foreach (Type open in new[] { typeof(List<>), typeof(HashSet<>), typeof(Queue<>), typeof(Stack<>) })
            {
                Type closed = open.MakeGenericType(element);
                if (!type.IsAssignableFrom(closed))
                    continue;
                Array items = Array.CreateInstance(element, list.Count);
                for (int i = 0; i < list.Count; i++)
                    items.SetValue(Given(list[i], element, m), i);
                return Activator.CreateInstance(closed, items);
            }
        }
        throw misfit;
    }

    static object Plain(object v, int depth)
    {
        if (v == null || v is bool || v is int || v is string)
            return v;
        if (v is char)
            return (char)v == 0 ? "" : v.ToString();
        if (v is Enum)
            return new Dictionary<string, object> { { "$name", v.GetType().Name + "." + v } };
        if (v is IConvertible)
        {
            double d = Convert.ToDouble(v, CultureInfo.InvariantCulture);
            return d == Math.Floor(d) && Math.Abs(d) < 1e15 ? (object)(long)d : d;
        }
        if (depth > 6)
            return "…";
        var grid = v as Array;
        if (grid != null && grid.Rank == 2)
            return Enumerable.Range(0, grid.GetLength(0)).Select(i => (object)Enumerable.Range(0, grid.GetLength(1)).Select(j => Plain(grid.GetValue(i, j), depth + 1)).ToList()).ToList();
        var pairs = v as IDictionary;
        if (pairs != null)
            return new Dictionary<string, object> { { "$map", pairs.Keys.Cast<object>().Select(k => (object)new List<object> { Plain(k, depth + 1), Plain(pairs[k], depth + 1) }).ToList() } };
        Type t = v.GetType();
        if (t.Name.StartsWith("ValueTuple") || t.Name.StartsWith("Tuple`"))
            return t.GetFields().Select(f => Plain(f.GetValue(v), depth + 1)).Concat(t.GetProperties().Where(p => p.Name.StartsWith("Item") && p.GetIndexParameters().Length == 0).Select(p => Plain(p.GetValue(v, null), depth + 1))).ToList();
        var items = v as IEnumerable;
        if (items != null && !types.Contains(t))
        {
            var list = items.Cast<object>().Take(4096).Select(x => Plain(x, depth + 1)).ToList();
            return t.Name.Contains("HashSet") ? (object)new Dictionary<string, object> { { "$set", list } } : list;
        }
        var made = new Dictionary<string, object> { { "$object", t.Name } };
        if (depth < 4 && types.Contains(t))
            made["fields"] = Fields(v, t, depth + 1);
        return made;
    }

    static string Write(object v)
    {
        var map = v as Dictionary<string, object>;
        if (map != null)
            return "{" + string.Join(",", map.Select(e => Write(e.Key) + ":" + Write(e.Value))) + "}";
        var list = v as List<object>;
        if (list != null)
            return "[" + string.Join(",", list.Select(Write)) + "]";
        var s = v as string;
        if (s != null)
        {
            var b = new StringBuilder("\"");
            foreach (char c in s)
                if (c == '"' || c == '\\' || c < ' ' || char.IsSurrogate(c))
                    b.AppendFormat("\\u{0:x4}", (int)c);
                else
                    b.Append(c);
            return b.Append('"').ToString();
        }
        if (v == null)
            return "null";
        return v is bool ? ((bool)v ? "true" : "false") : Convert.ToString(v, CultureInfo.InvariantCulture);
    }

    class Json
    {
        readonly string text;
        int at;

        public Json(string text) { this.text = text; }

        char Peek()
        {
            while (text[at] == ' ')
                at++;
            return text[at];
        }

        public object Read()
        {
            switch (Peek())
            {
                case '{':
                    var map = new Dictionary<string, object>();
                    for (at++; Peek() != '}';)
                    {
                        string key = String();
                        Peek();
                        at++;
                        map[key] = Read();
                        if (Peek() == ',')
                            at++;
                    }
                    at++;
                    return map;
                case '[':
                    var list = new List<object>();
                    for (at++; Peek() != ']';)
                    {
                        list.Add(Read());
                        if (Peek() == ',')
                            at++;
                    }
                    at++;
                    return list;
                case '"':
                    return String();
                case 't':
                    at += 4;
                    return true;
                case 'f':
                    at += 5;
                    return false;
                case 'n':
                    at += 4;
                    return null;
            }
            int from = at;
            while (at < text.Length && "-0123456789".IndexOf(text[at]) >= 0)
                at++;
            return int.Parse(text.Substring(from, at - from));
        }

        string String()
        {
            var b = new StringBuilder();
            Peek();
            for (at++; text[at] != '"'; at++)
            {
                char c = text[at];
                if (c == '\\')
                {
                    c = text[++at];
                    if (c == 'u')
                    {
                        c = (char)int.Parse(text.Substring(at + 1, 4), NumberStyles.HexNumber);
                        at += 4;
                    }
                    else if (c == 'n')
                        c = '\n';
                    else if (c == 't')
                        c = '\t';
                    else if (c == 'r')
                        c = '\r';
                }
                b.Append(c);
            }
            at++;
            return b.ToString();
        }
    }
}
